package exactum.standins.processor;

/**
 * How the processor holds back and gives back.
 *
 * @param reservePercent of each payout's sales that is held for some days
 * @param refusedRefunds how many of the next refunds are refused
 * @param givesFeesBack whether the fee of a sale is given back with what is refunded, in proportion
 */
public record Manner(int reservePercent, int refusedRefunds, boolean givesFeesBack) {
    static final Manner USUAL = new Manner(0, 0, false);

    Manner refusingOneLess() {
        return new Manner(reservePercent, refusedRefunds - 1, givesFeesBack);
    }
}
