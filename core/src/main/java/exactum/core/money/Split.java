package exactum.core.money;

import exactum.core.problem.Bug;
import java.math.BigInteger;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;

/**
 * A total divided into parts that add up to it exactly, to the minor unit. A credit is the mirror image of its charge:
 * −100.00 in 3 is −33.34, −33.33, −33.33. Nothing is rounded.
 *
 * @param total what was divided
 * @param parts the parts in order
 */
public record Split(Money total, List<Money> parts) {
    public Split {
        parts = List.copyOf(parts);
        if (!Money.sum(total.currency(), parts).equals(total)) {
            throw new Bug("parts " + parts + " do not add up to " + total.plain());
        }
    }

    /**
     * Equal parts; minor units left over go one each to the earliest: 100.00 in 3 is 33.34, 33.33, 33.33.
     *
     * @throws IllegalArgumentException if count is below 1
     */
    public static Split evenly(Money total, int count) {
        if (count < 1) throw new IllegalArgumentException("count must be at least 1, but was " + count);
        long each = total.minor() / count;
        long left = Math.abs(total.minor() % count);
        long unit = Long.signum(total.minor());
        var parts = IntStream.range(0, count)
                .mapToObj(i -> total.withMinor(i < left ? each + unit : each))
                .toList();
        return new Split(total, parts);
    }

    /**
     * Parts in proportion to weights by largest remainder, ties to the first: 10.00 over 1:1:1 is 3.34, 3.33, 3.33.
     *
     * @throws IllegalArgumentException if a weight is negative or all are zero
     */
    public static Split byWeights(Money total, List<Long> weights) {
        long sum = weights.stream().mapToLong(Long::longValue).reduce(0, Math::addExact);
        if (sum <= 0 || weights.stream().anyMatch(w -> w < 0)) {
            throw new IllegalArgumentException("weights must not be negative, and one must be above zero: " + weights);
        }
        long unit = Long.signum(total.minor());
        BigInteger whole = BigInteger.valueOf(Math.absExact(total.minor()));
        var minors = new ArrayList<Long>();
        var remainders = new ArrayList<BigInteger>();
        for (long weight : weights) {
            BigInteger[] share = whole.multiply(BigInteger.valueOf(weight)).divideAndRemainder(BigInteger.valueOf(sum));
            minors.add(share[0].longValueExact());
            remainders.add(share[1]);
        }
        long left = whole.longValueExact()
                - minors.stream().mapToLong(Long::longValue).sum();
        IntStream.range(0, minors.size())
                .boxed()
                .sorted(Comparator.comparing((Integer i) -> remainders.get(i)).reversed())
                .limit(left)
                .forEach(i -> minors.set(i, minors.get(i) + 1));
        return new Split(
                total, minors.stream().map(m -> total.withMinor(unit * m)).toList());
    }
}
