package exactum.core.ledger;

import java.util.Arrays;

/** What happened. With its source it identifies an entry, so that one event is booked once. */
public enum Event {
    OPENING_BALANCE("opening balance"),
    INVOICE_ISSUED("invoice issued"),
    CREDIT_NOTE_ISSUED("credit note issued"),
    DOCUMENT_VOIDED("document voided"),
    PAYMENT_RECEIVED("payment received"),
    /** What was on account, or held as a deposit, settles something. */
    CREDIT_USED("credit used"),
    /** An allocation that counts on a later day than the act that made it. */
    COUNTED_LATER("counted from the document’s date"),
    WRITTEN_OFF("written off"),
    TAKEN_BACK("taken back"),
    TAKE_BACK_UNDONE("take-back undone"),
    ALLOCATION_UNDONE("allocation undone"),
    REFUND_SENT("refund sent"),
    REFUND_REFUSED("refund refused"),
    CHARGEBACK_OPENED("chargeback opened"),
    CHARGEBACK_WON("chargeback won"),
    /** What stood in dispute beyond the payment was booked to where it belongs. */
    CHARGEBACK_SETTLED("chargeback settled"),
    CHARGEBACK_UNSETTLED("chargeback settled otherwise"),
    PROCESSOR_FEE("processor fee"),
    /** What a bank takes for what came back, until its line. */
    BANK_FEE("bank fee"),
    PAYOUT_READ("payout read"),
    BANK_LINE_READ("bank line read"),
    LINE_MATCHED("line matched"),
    MATCH_UNDONE("match undone"),
    BOOKED_BY_HAND("booked by hand"),
    /** What one customer owed and had is another's. */
    CUSTOMERS_MERGED("customers merged");

    private final String words;

    Event(String words) {
        this.words = words;
    }

    /** The stored name, which is also how it is shown. */
    public String words() {
        return words;
    }

    /** The event with the stored name; an {@link IllegalArgumentException} for any other. */
    public static Event of(String words) {
        return Arrays.stream(values())
                .filter(e -> e.words.equals(words))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("no event is called “" + words + "”"));
    }
}
