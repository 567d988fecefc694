package exactum.app.daysheet;

import exactum.core.money.Money;
import java.util.Collection;
import java.util.List;
import java.util.TreeMap;
import java.util.stream.Collectors;

/** Amounts of several currencies, which are never added to each other. */
public final class Sums {
    private Sums() {}

    /** One sum a currency, by its code; none for no amounts. */
    public static List<Money> byCurrency(Collection<Money> amounts) {
        var sums = new TreeMap<String, Money>();
        amounts.forEach(a -> sums.merge(a.currency().getCurrencyCode(), a, Money::plus));
        return List.copyOf(sums.values());
    }

    /** {@code € 1,120.00 · £ 80.00}; empty for no amounts. */
    public static String text(Collection<Money> sums) {
        return sums.stream().map(Money::withCurrency).collect(Collectors.joining(" · "));
    }
}
