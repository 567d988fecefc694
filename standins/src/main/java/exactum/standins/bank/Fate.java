package exactum.standins.bank;

/**
 * What becomes of debits of an account.
 *
 * @param kind rejected before settlement, or returned after it
 * @param reason by its ISO code
 * @param afterDays banking days after collection on which it is returned
 * @param times how often it happens; then the account pays again
 * @param feeInside whether the bank's charge is inside the returned amount and not a line of its own
 */
public record Fate(String kind, String reason, int afterDays, int times, boolean feeInside) {
    static final String REJECT = "reject";
    static final String RETURN = "return";

    boolean isReject() {
        return kind.equals(REJECT);
    }

    Fate once() {
        return new Fate(kind, reason, afterDays, times - 1, feeInside);
    }
}
