package exactum.core.collection;

import exactum.core.money.Money;
import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.List;

/**
 * What of a run is expected to come back, from what came back before: for each amount the share of its payer's own past
 * collections, drawn towards the share of all (a beta prior), then the sum with its spread. The range is 1.65 standard
 * deviations to either side, which holds nine sums of ten where they are normal.
 *
 * @param least and most of the range
 * @param likely the middle
 */
public record ExpectedBack(Money least, Money likely, Money most) {
    private static final MathContext EXACT_ENOUGH = MathContext.DECIMAL64;
    private static final BigDecimal WEIGHT_OF_ALL = BigDecimal.valueOf(8);
    private static final BigDecimal NINE_OF_TEN = new BigDecimal("1.65");
    private static final BigDecimal USUAL_SHARE = new BigDecimal("0.02");
    private static final BigDecimal STRENGTH_OF_USUAL = BigDecimal.valueOf(50);

    /**
     * The past of one payer, or of all.
     *
     * @param collected how many were collected
     * @param back how many of them did not hold
     */
    public record Past(int collected, int back) {}

    /** One amount of the run with its payer's past. */
    public record Item(Money amount, Past past) {}

    /** What is expected of some items; all must be of one currency, and there must be one. */
    public static ExpectedBack of(List<Item> items, Past all) {
        BigDecimal share = share(all, USUAL_SHARE, STRENGTH_OF_USUAL);
        BigDecimal mean = BigDecimal.ZERO;
        BigDecimal variance = BigDecimal.ZERO;
        BigDecimal whole = BigDecimal.ZERO;
        for (Item item : items) {
            BigDecimal p = share(item.past(), share, WEIGHT_OF_ALL);
            BigDecimal minor = BigDecimal.valueOf(item.amount().minor());
            mean = mean.add(p.multiply(minor));
            variance = variance.add(
                    p.multiply(BigDecimal.ONE.subtract(p)).multiply(minor).multiply(minor));
            whole = whole.add(minor);
        }
        BigDecimal spread = NINE_OF_TEN.multiply(variance.sqrt(EXACT_ENOUGH));
        Money unit = items.getFirst().amount();
        return new ExpectedBack(
                rounded(unit, mean.subtract(spread).max(BigDecimal.ZERO)),
                rounded(unit, mean),
                rounded(unit, mean.add(spread).min(whole)));
    }

    /** A share of what came back, drawn towards another one as if that many more had been seen. */
    private static BigDecimal share(Past past, BigDecimal towards, BigDecimal strength) {
        return BigDecimal.valueOf(past.back())
                .add(towards.multiply(strength))
                .divide(BigDecimal.valueOf(past.collected()).add(strength), EXACT_ENOUGH);
    }

    private static Money rounded(Money unit, BigDecimal minor) {
        return unit.withMinor(minor.setScale(0, RoundingMode.HALF_UP).longValueExact());
    }
}
