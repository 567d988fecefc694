package exactum.app.debits;

import static exactumdb.Tables.CAME_BACK;
import static exactumdb.Tables.COLLECT_AGAIN;
import static exactumdb.Tables.DEBIT_REPORT;
import static exactumdb.Tables.RECEIPT;

import exactum.app.database.Ids;
import exactum.core.bank.StatementLine;
import exactum.core.ids.BankLineId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CameBackId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CollectionId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MandateId;
import exactum.core.ids.MeansId;
import exactum.core.ids.WaitingId;
import exactum.core.money.Money;
import exactumdb.tables.records.CameBackRecord;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** What came back, and what it led to, in the database. */
@Component
class CameBackStore {
    private final DSLContext db;

    CameBackStore(DSLContext db) {
        this.db = db;
    }

    /** Adds one, known by its source’s own key; false if it is there already. */
    boolean insert(BusinessId business, CameBack c, String key) {
        return db.insertInto(CAME_BACK)
                        .set(CAME_BACK.BUSINESS_ID, business)
                        .set(CAME_BACK.ID, c.id())
                        .set(CAME_BACK.SOURCE, c.source().words())
                        .set(CAME_BACK.SOURCE_KEY, key)
                        .set(CAME_BACK.BANK_ACCOUNT_ID, c.account())
                        .set(CAME_BACK.BANK_LINE_ID, c.line())
                        .set(CAME_BACK.COLLECTION_ID, c.collection())
                        .set(CAME_BACK.END_TO_END, c.said().endToEnd())
                        .set(CAME_BACK.MANDATE_REF, c.said().mandate())
                        .set(CAME_BACK.PAYER, c.said().payer())
                        .set(CAME_BACK.CURRENCY, c.amount().currency().getCurrencyCode())
                        .set(CAME_BACK.AMOUNT_MINOR, c.amount().minor())
                        .set(CAME_BACK.CHARGED_MINOR, c.charged().minor())
                        .set(CAME_BACK.REASON, c.reason())
                        .set(CAME_BACK.BACK_ON, c.on())
                        .set(CAME_BACK.STATE, c.state().words())
                        .onConflictDoNothing()
                        .execute()
                == 1;
    }

    /** What a notice told of and nobody took in yet is on this line of the statement. */
    void nowOnLine(BusinessId business, CollectionId collection, StatementLine.Returned said, BankLineId line) {
        db.update(CAME_BACK)
                .set(CAME_BACK.BANK_LINE_ID, line)
                .set(CAME_BACK.CHARGED_MINOR, said.charged().minor())
                .where(CAME_BACK.BUSINESS_ID.eq(business))
                .and(CAME_BACK.COLLECTION_ID.eq(collection))
                .and(CAME_BACK.SOURCE.eq(CameBack.Source.NOTICE.words()))
                .and(CAME_BACK.STATE.eq(CameBack.State.NEW.words()))
                .and(CAME_BACK.BANK_LINE_ID.isNull())
                .and(CAME_BACK.AMOUNT_MINOR.eq(said.amount().minor()))
                .execute();
    }

    Optional<CameBack> find(BusinessId business, CameBackId id) {
        return db.selectFrom(CAME_BACK).where(is(business, id)).fetchOptional(CameBackStore::cameBack);
    }

    Optional<CameBack> lock(BusinessId business, CameBackId id) {
        return db.selectFrom(CAME_BACK).where(is(business, id)).forUpdate().fetchOptional(CameBackStore::cameBack);
    }

    List<CameBack> inState(BusinessId business, CameBack.State state, int most) {
        return db.selectFrom(CAME_BACK)
                .where(CAME_BACK.BUSINESS_ID.eq(business))
                .and(CAME_BACK.STATE.eq(state.words()))
                .orderBy(CAME_BACK.BACK_ON.desc(), CAME_BACK.ID.desc())
                .limit(most)
                .fetch(CameBackStore::cameBack);
    }

    int count(BusinessId business, CameBack.State state) {
        return db.fetchCount(CAME_BACK, CAME_BACK.BUSINESS_ID.eq(business).and(CAME_BACK.STATE.eq(state.words())));
    }

    /** All that was said of a collection. */
    List<CameBack> of(BusinessId business, Collection<CollectionId> collections) {
        return db.selectFrom(CAME_BACK)
                .where(CAME_BACK.BUSINESS_ID.eq(business))
                .and(CAME_BACK.COLLECTION_ID.in(collections))
                .orderBy(CAME_BACK.BACK_ON, CAME_BACK.ID)
                .fetch(CameBackStore::cameBack);
    }

    void state(BusinessId business, CameBackId id, CollectionId collection, CameBack.State state, String cause) {
        db.update(CAME_BACK)
                .set(CAME_BACK.STATE, state.words())
                .set(CAME_BACK.COLLECTION_ID, collection)
                .set(CAME_BACK.CAUSE, cause)
                .where(is(business, id))
                .execute();
    }

    /** Which payment a collection became, if it was collected. */
    Optional<MeansId> means(BusinessId business, CollectionId collection) {
        return db.select(RECEIPT.MEANS_ID)
                .from(RECEIPT)
                .where(RECEIPT.BUSINESS_ID.eq(business))
                .and(RECEIPT.COLLECTION_ID.eq(collection))
                .fetchOptional(RECEIPT.MEANS_ID);
    }

    /** What waits for the bank line of a collection's group, or of it alone. */
    Optional<WaitingId> waiting(BusinessId business, DebitStore.Debit debit) {
        return db.fetchOptional(
                        "select id from waiting where business_id = {0} and kind = 'batch of debits' and source_id in ({1}, {2})",
                        DSL.inline(business.value()),
                        DSL.val(debit.group().value()),
                        DSL.val(debit.id().value()))
                .map(r -> new WaitingId(r.get("id", UUID.class)));
    }

    /** Not before a day is an item collected again. */
    void again(BusinessId business, Collection<ClaimId> claims, LocalDate notBefore, int tries) {
        for (ClaimId claim : claims)
            db.insertInto(COLLECT_AGAIN)
                    .set(COLLECT_AGAIN.BUSINESS_ID, business)
                    .set(COLLECT_AGAIN.CLAIM_ID, claim)
                    .set(COLLECT_AGAIN.NOT_BEFORE, notBefore)
                    .set(COLLECT_AGAIN.TRIES, tries)
                    .onDuplicateKeyUpdate()
                    .set(COLLECT_AGAIN.NOT_BEFORE, notBefore)
                    .set(COLLECT_AGAIN.TRIES, tries)
                    .execute();
    }

    /** The day before which items are not collected again, if that is to come. */
    Optional<LocalDate> notBefore(BusinessId business, Collection<ClaimId> claims) {
        return db.select(DSL.max(COLLECT_AGAIN.NOT_BEFORE))
                .from(COLLECT_AGAIN)
                .where(COLLECT_AGAIN.BUSINESS_ID.eq(business))
                .and(COLLECT_AGAIN.CLAIM_ID.in(claims))
                .and(COLLECT_AGAIN.TRIES.gt(0))
                .fetchOptional(DSL.max(COLLECT_AGAIN.NOT_BEFORE));
    }

    /** The bank is told again, with the next collection, what it was told with one that was rejected. */
    void tellAgain(BusinessId business, MandateId mandate, CollectionId rejected) {
        db.execute("""
                update mandate m set new_account = m.new_account or d.new_account, former_reference = case when m.former_reference = '' then d.former_reference else m.former_reference end
                  from debit d where m.business_id = {0} and m.id = {1} and d.business_id = {0} and d.collection_id = {2}
                """, DSL.inline(business.value()), DSL.val(mandate.value()), DSL.val(rejected.value()));
    }

    boolean insertReport(BusinessId business, String reference, String original, int refused) {
        return db.insertInto(DEBIT_REPORT)
                        .set(DEBIT_REPORT.BUSINESS_ID, business)
                        .set(DEBIT_REPORT.ID, Ids.next())
                        .set(DEBIT_REPORT.REPORT_REF, reference)
                        .set(DEBIT_REPORT.ORIGINAL_REF, original)
                        .set(DEBIT_REPORT.REFUSED, refused)
                        .onConflictDoNothing()
                        .execute()
                == 1;
    }

    /** The documents whose items a collection is for. */
    List<DocumentId> documents(BusinessId business, CollectionId collection) {
        return db.fetch(
                        "select distinct k.document_id from collection_item i join claim k on k.business_id = i.business_id and k.id = i.claim_id where i.business_id = {0} and i.collection_id = {1}",
                        DSL.inline(business.value()), DSL.val(collection.value()))
                .map(r -> new DocumentId(r.get("document_id", UUID.class)));
    }

    private static Condition is(BusinessId business, CameBackId id) {
        return CAME_BACK.BUSINESS_ID.eq(business).and(CAME_BACK.ID.eq(id));
    }

    private static CameBack cameBack(CameBackRecord c) {
        return new CameBack(
                c.getId(),
                CameBack.Source.of(c.getSource()),
                c.getBankAccountId(),
                c.getBankLineId(),
                c.getCollectionId(),
                new CameBack.Said(c.getEndToEnd(), c.getMandateRef(), c.getPayer()),
                Money.ofMinor(c.getCurrency(), c.getAmountMinor()),
                Money.ofMinor(c.getCurrency(), c.getChargedMinor()),
                c.getReason(),
                c.getBackOn(),
                CameBack.State.of(c.getState()));
    }
}
