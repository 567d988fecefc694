package exactum.app.settlement;

import exactum.core.money.Money;
import exactum.core.money.Valued;

/** Amounts with their worth, as they are stored. */
final class Worth {
    private Worth() {}

    static Valued of(String currency, long minor, String own, long ownMinor) {
        return new Valued(Money.ofMinor(currency, minor), Money.ofMinor(own, ownMinor));
    }
}
