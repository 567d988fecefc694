package exactum.core.settlement;

import exactum.core.ledger.AccountRole;
import java.util.Arrays;

/** What settles claims. */
public enum MeansKind {
    /** Money received, whatever its channel; on screens a payment. */
    RECEIPT("receipt", AccountRole.CREDIT),
    /** A credit note. */
    CREDIT_NOTE("credit note", AccountRole.CREDIT),
    /** A security deposit that was paid: no policy takes it, a person decides. */
    DEPOSIT("security deposit", AccountRole.DEPOSITS),
    /** What was less to pay because it was paid early. */
    EARLY_SETTLEMENT("early settlement", AccountRole.EARLY_SETTLEMENT),
    /** A small difference that was let go. */
    TOLERATED("tolerated difference", AccountRole.TOLERATED),
    /** What nobody expects to be paid any more. */
    WRITE_OFF("write-off", AccountRole.BAD_DEBTS);

    private final String words;
    private final AccountRole home;

    MeansKind(String words, AccountRole home) {
        this.words = words;
        this.home = home;
    }

    /** The stored name. */
    public String words() {
        return words;
    }

    /** Where it stands while it settles nothing; for those that are no money, what they cost. */
    public AccountRole home() {
        return home;
    }

    /** Whether it is a customer's money, which can lie on account, be used later or be refunded. */
    public boolean isMoney() {
        return this == RECEIPT || this == CREDIT_NOTE || this == DEPOSIT;
    }

    /** Whether a rest of it is credit on account. */
    public boolean isCredit() {
        return home == AccountRole.CREDIT;
    }

    /** The kind with the stored name; an {@link IllegalArgumentException} for any other. */
    public static MeansKind of(String words) {
        return Arrays.stream(values())
                .filter(k -> k.words.equals(words))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("no means is called “" + words + "”"));
    }
}
