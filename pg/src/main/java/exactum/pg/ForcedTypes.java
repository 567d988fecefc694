package exactum.pg;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jooq.meta.jaxb.ForcedType;

/** Which columns the generated classes give as types of the core: identifiers, account codes, kinds and states. */
final class ForcedTypes {
    private static final String IDS = "exactum.core.ids.";
    private static final Map<String, String> ID_COLUMNS = new LinkedHashMap<>();
    private static final Map<String, String> NAMED = new LinkedHashMap<>();

    static {
        ID_COLUMNS.put("AddressWishId", "address_wish\\.id");
        ID_COLUMNS.put("AllocationId", "allocation\\.(id|reverses)");
        ID_COLUMNS.put("AuthorisationId", ".*\\.authorisation_id|card_authorisation\\.id");
        ID_COLUMNS.put("BankAccountId", ".*\\.bank_account_id|bank_account\\.id");
        ID_COLUMNS.put("BankLineId", ".*\\.bank_line_id|bank_line\\.id");
        ID_COLUMNS.put("CardId", ".*\\.card_id|card_on_file\\.id");
        ID_COLUMNS.put("CardRunId", "card_run_\\w+\\.run_id|card_run\\.id");
        ID_COLUMNS.put("CardPageId", "card_page\\.id");
        ID_COLUMNS.put("ClaimId", ".*\\.claim_id|claim\\.id");
        ID_COLUMNS.put("CollectionId", ".*\\.collection_id|collection\\.id");
        ID_COLUMNS.put("CustomerId", ".*\\.customer_id|customer\\.id");
        ID_COLUMNS.put(
                "DocumentId",
                "quote\\.(replaces|invoice_id)|refund_order\\.credit_note_id|.*\\.document_id|document\\.id|means\\.reserved_for");
        ID_COLUMNS.put("EntryId", ".*\\.entry_id|entry\\.(id|reverses)");
        ID_COLUMNS.put("ItemId", ".*\\.item_id|catalogue_item\\.id");
        ID_COLUMNS.put("CameBackId", "came_back\\.id");
        ID_COLUMNS.put("DebitFileId", "debit_file_part\\.file_id|debit_file\\.id");
        ID_COLUMNS.put("DebitGroupId", "debit\\.group_id|debit_group\\.id");
        ID_COLUMNS.put("DebitRunId", "debit_run_\\w+\\.run_id|debit_(group|file)\\.run_id|debit_run\\.id");
        ID_COLUMNS.put("MandateId", ".*\\.mandate_id|mandate\\.(id|replaced_by)|mandate_link\\.replaces");
        ID_COLUMNS.put("MandateLinkId", "mandate_link\\.id");
        ID_COLUMNS.put("MatchId", "match\\.id");
        ID_COLUMNS.put("MeansId", ".*\\.means_id|means\\.(id|earned_by)|(refund|refund_order)\\.(drawn_on|through_id)");
        ID_COLUMNS.put("MessageId", ".*\\.message_id|message\\.id");
        ID_COLUMNS.put("PaymentLinkId", ".*\\.link_id|payment_link\\.id");
        ID_COLUMNS.put("PayoutId", ".*\\.payout_id|payout\\.id");
        ID_COLUMNS.put("PayoutLineId", ".*\\.payout_line_id|payout_line\\.id");
        ID_COLUMNS.put("ProcessorId", ".*\\.processor_id|processor_account\\.id");
        ID_COLUMNS.put("RecurringId", ".*\\.recurring_id|recurring_invoice\\.id");
        ID_COLUMNS.put("RefundId", ".*\\.refund_id|refund\\.(id|reverses)");
        ID_COLUMNS.put("ChargebackId", "chargeback\\.id");
        ID_COLUMNS.put("EarlyPayoutId", "early_payout\\.id");
        ID_COLUMNS.put("RefundFileId", "refund_order\\.file_id|refund_file\\.id");
        ID_COLUMNS.put("RefundOrderId", "refund_order\\.id");
        ID_COLUMNS.put("RunId", "run_\\w+\\.run_id|document\\.run_id|run\\.id");
        ID_COLUMNS.put("StatementId", ".*\\.statement_id|bank_statement\\.id");
        ID_COLUMNS.put("TakeBackId", ".*\\.take_back_id|take_back\\.(id|reverses)");
        ID_COLUMNS.put("TermsId", ".*\\.terms_id|terms\\.id");
        ID_COLUMNS.put("UserId", ".*\\.user_id|app_user\\.id");
        ID_COLUMNS.put("WaitingId", ".*\\.waiting_id|waiting\\.id");

        NAMED.put("exactum.core.document.DocumentKind", "(document|document_standing)\\.kind");
        NAMED.put("exactum.core.document.DocumentState", "document\\.state");
        NAMED.put("exactum.core.document.PriceMode", ".*\\.price_mode");
        NAMED.put("exactum.core.scheme.Scheme", "(mandate|mandate_link|debit_run)\\.scheme");
        NAMED.put("exactum.core.mandate.MandateState", "mandate\\.state");
        NAMED.put("exactum.core.settlement.MeansKind", "means\\.kind");
        NAMED.put("exactum.core.settlement.TakeBack.Cause", "take_back\\.cause");
        NAMED.put("exactum.core.bank.WaitingKind", "waiting\\.kind");
        NAMED.put("exactum.core.ledger.AccountRole", "account\\.role");
        NAMED.put("exactum.core.ledger.Event", "entry\\.event");
    }

    private ForcedTypes() {}

    static List<ForcedType> all() {
        var types = new ArrayList<ForcedType>();
        ID_COLUMNS.forEach((name, columns) -> types.add(type("java.util.UUID", IDS + name, "value", "new", columns)));
        types.add(type("java.lang.Integer", IDS + "BusinessId", "value", "new", ".*\\.business_id|business\\.id"));
        types.add(
                type(
                        "java.lang.String",
                        "exactum.core.ledger.AccountCode",
                        "value",
                        "new",
                        "account\\.code|.*\\.(account|income_account|clearing_account|fee_account|charge_account|payouts_account|money_account)"));
        NAMED.forEach((name, columns) -> types.add(type("java.lang.String", name, "words", "of", columns)));
        types.add(type(
                "java.lang.String", "exactum.core.document.TaxCategory", "code", "of", ".*\\.(tax_category|category)"));
        return types;
    }

    /** Changes whenever the mapping does, so that the classes are generated anew. */
    static String stamp() {
        return Integer.toHexString((ID_COLUMNS.toString() + NAMED).hashCode()) + "-3";
    }

    private static ForcedType type(String stored, String type, String to, String from, String columns) {
        return new ForcedType()
                .withUserType(type)
                .withConverter("org.jooq.Converter.ofNullable(%s.class, %s.class, %s::%s, %s::%s)"
                        .formatted(stored, type, type, from, type, to))
                .withIncludeExpression("(?i:.*\\.(" + columns + "))|(?i:" + columns + ")")
                .withIncludeTypes(".*");
    }
}
