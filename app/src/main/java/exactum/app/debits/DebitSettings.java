package exactum.app.debits;

import exactum.core.collection.Retrying;

/**
 * How a business collects over mandates.
 *
 * @param retry how often and when it tries again
 * @param leastMinor items below it are not collected, in minor units
 * @param horizonDays how many days ahead a run looks that is proposed by itself
 * @param isTogether whether several open items of a payer go in one debit
 * @param isByItself whether a run is proposed each day
 * @param feeMinor what a payer is billed for a debit that came back, in minor units; zero for nothing
 */
public record DebitSettings(
        Retrying.Policy retry,
        long leastMinor,
        int horizonDays,
        boolean isTogether,
        boolean isByItself,
        long feeMinor) {
    /** What most businesses do. */
    static final DebitSettings USUAL = new DebitSettings(Retrying.Policy.USUAL, 100, 5, false, false, 0);
}
