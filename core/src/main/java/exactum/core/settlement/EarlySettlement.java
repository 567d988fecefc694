package exactum.core.settlement;

import exactum.core.money.Money;
import java.time.LocalDate;

/**
 * Less to pay if paid by a day.
 *
 * @param until the last day
 * @param discount how much less, in the claim's currency, above zero
 */
public record EarlySettlement(LocalDate until, Money discount) {
    public EarlySettlement {
        if (!discount.isPositive()) throw new IllegalArgumentException("a discount must be above zero");
    }
}
