package exactum.core.matching;

import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.Currency;
import java.util.Optional;

/** What an amount comes to in another currency on a day. */
@FunctionalInterface
public interface Rates {
    Rates NONE = (amount, other, day) -> Optional.empty();

    /** In the other currency, rounded half-up to its minor unit; empty where no rate is known. */
    Optional<Money> in(Money amount, Currency other, LocalDate day);
}
