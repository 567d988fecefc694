package exactum.core.money;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.List;

/** Shares an amount out in proportion to amounts of any sign; the shares add up to it exactly. */
public final class Apportion {
    private Apportion() {}

    /**
     * Each share is total × amount / sum, cut towards zero to the minor unit; what is left over goes to the amount that is
     * largest without its sign, the first of equals. Where the amounts add up to nothing, it is the same with all of them
     * counted as equal. −5.00 over 30.00, 60.00 and 10.00 is −1.50, −3.00, −0.50.
     *
     * @param amounts in the currency of the total; none only if the total is zero
     * @throws IllegalArgumentException if there is something to share and nobody to have it
     */
    public static List<Money> byAmounts(Money total, List<Money> amounts) {
        if (amounts.isEmpty()) {
            if (total.isZero()) return List.of();
            throw new IllegalArgumentException(
                    "there is nothing that %s could be shared over".formatted(total.plain()));
        }
        Money sum = Money.sum(total.currency(), amounts);
        var shares = new ArrayList<Money>();
        for (Money amount : amounts) shares.add(total.withMinor(share(total, amount, sum, amounts.size())));
        int last = largest(amounts);
        Money left = total.minus(Money.sum(total.currency(), shares));
        shares.set(last, shares.get(last).plus(left));
        return List.copyOf(shares);
    }

    private static long share(Money total, Money amount, Money sum, int count) {
        if (total.equals(sum)) return amount.minor();
        if (sum.isZero()) return total.minor() / count;
        return BigInteger.valueOf(total.minor())
                .multiply(BigInteger.valueOf(amount.minor()))
                .divide(BigInteger.valueOf(sum.minor()))
                .longValueExact();
    }

    private static int largest(List<Money> amounts) {
        int largest = 0;
        for (int i = 1; i < amounts.size(); i++) {
            if (amounts.get(i).abs().compareTo(amounts.get(largest).abs()) > 0) largest = i;
        }
        return largest;
    }
}
