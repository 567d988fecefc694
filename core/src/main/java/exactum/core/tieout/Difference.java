package exactum.core.tieout;

import exactum.core.bank.WaitingKind;
import exactum.core.ledger.AccountRole;

/**
 * What stands between the books and what the bank or a processor says, by the name that the trade has for it. Common practice,
 * no single published source.
 */
public enum Difference {
    /** Recorded or collected by us, not yet on a statement. */
    IN_TRANSIT("in transit"),
    /** Paid out by us, not yet on a statement. */
    NOT_PRESENTED("not presented"),
    RETURNED("returned, not yet on the statement"),
    UNMATCHED("unmatched"),
    FEE_NOT_BOOKED("fee not booked"),
    PAYOUT_DIFFERS("payout line that differs"),
    IN_NO_PAYOUT("in no payout yet"),
    PAYOUT_UNDER_WAY("payout on its way"),
    OWN_TRANSFER("own transfer on its way"),
    HELD_BACK("held in reserve"),
    DISPUTED("in dispute"),
    /** On the statement of a month that was closed before it was read. */
    COUNTED_LATER("counts in a later month");

    private final String words;

    Difference(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }

    /**
     * What something that waits is called.
     *
     * @param role the part that its account plays; null for a clearing account
     * @param out whether it is to go out
     */
    public static Difference waiting(AccountRole role, WaitingKind kind, boolean out) {
        if (kind == WaitingKind.RETURN || role == AccountRole.DEBIT_CLEARING && out) return RETURNED;
        if (kind == WaitingKind.PROCESSOR_FEE || kind == WaitingKind.BANK_FEE) return FEE_NOT_BOOKED;
        if (role == null) return IN_NO_PAYOUT;
        return switch (role) {
            case PAYOUTS -> PAYOUT_UNDER_WAY;
            case OWN_TRANSFERS -> OWN_TRANSFER;
            case RESERVE -> HELD_BACK;
            case DISPUTED -> DISPUTED;
            default -> out ? NOT_PRESENTED : IN_TRANSIT;
        };
    }
}
