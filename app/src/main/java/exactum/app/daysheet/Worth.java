package exactum.app.daysheet;

import exactum.app.business.FindBusinesses;
import exactum.app.setup.FindSetup;
import exactum.core.ids.BusinessId;
import exactum.core.money.ExchangeRate;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.Currency;
import java.util.HashMap;
import java.util.Map;
import org.springframework.stereotype.Component;

/**
 * Puts decisions in the order of their money. Amounts of other currencies count with the newest rate known to the business’s own;
 * where none is known, one for one. For the order alone: nothing is booked or shown by it.
 */
@Component
class Worth {
    private final FindSetup setup;
    private final FindBusinesses businesses;

    Worth(FindSetup setup, FindBusinesses businesses) {
        this.setup = setup;
        this.businesses = businesses;
    }

    /** Most money first; without an amount last. */
    Comparator<Decision> mostFirst(BusinessId business, LocalDate today) {
        Currency own = businesses.get(business).currency();
        Map<Currency, BigDecimal> perUnit = new HashMap<>();
        Comparator<Decision> least = Comparator.comparing(d -> d.amount() == null
                ? BigDecimal.valueOf(-1)
                : value(
                        d.amount(),
                        perUnit.computeIfAbsent(d.amount().currency(), c -> rate(business, own, c, today))));
        return least.reversed();
    }

    private static BigDecimal value(Money amount, BigDecimal perUnit) {
        return amount.abs().amount().multiply(perUnit);
    }

    private BigDecimal rate(BusinessId business, Currency own, Currency currency, LocalDate today) {
        if (currency.equals(own)) return BigDecimal.ONE;
        try {
            ExchangeRate rate = setup.rate(business, currency, today);
            return rate.perUnit();
        } catch (Refusal unknown) {
            return BigDecimal.ONE;
        }
    }
}
