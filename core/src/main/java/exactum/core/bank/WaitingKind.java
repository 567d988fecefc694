package exactum.core.bank;

import java.util.Arrays;

/** What waits on a waiting account until the bank or the processor confirms it. */
public enum WaitingKind {
    PAYMENT("payment recorded by hand"),
    SLIP("paying-in slip"),
    CARD_SALE("card sale"),
    PAYOUT("payout"),
    DEBIT_BATCH("batch of debits"),
    RETURN("returned payment"),
    BANK_FEE("bank fee"),
    REFUND("refund"),
    OWN_TRANSFER("own transfer"),
    /** A refund that a card’s bank sent back after it had gone. */
    REFUND_BACK("refund sent back"),
    RESERVE("reserve"),
    CHARGEBACK("chargeback"),
    CHARGEBACK_WON("chargeback won"),
    /** What a processor takes for one of these, or gives back. */
    PROCESSOR_FEE("processor fee");

    private final String words;

    WaitingKind(String words) {
        this.words = words;
    }

    /** The stored name, which is also how it is shown. */
    public String words() {
        return words;
    }

    /** The kind with the stored name; an {@link IllegalArgumentException} for any other. */
    public static WaitingKind of(String words) {
        return Arrays.stream(values())
                .filter(k -> k.words.equals(words))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("nothing that waits is called “" + words + "”"));
    }
}
