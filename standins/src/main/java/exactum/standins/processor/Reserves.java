package exactum.standins.processor;

import exactum.core.money.Money;
import exactum.core.money.Rounding;
import exactum.standins.shelf.Shelf;
import exactum.standins.shelf.Shelves;
import java.time.LocalDate;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** A part of each payout's sales that is held back for some days, where an account is set so. */
@Component
class Reserves {
    private static final int DAYS_HELD = 30;
    private static final long HUNDRED = 100;
    private final Shelf<Reserve> shelf;
    private final Movements movements;

    Reserves(Shelves shelves, Movements movements) {
        shelf = shelves.of("processor/reserves", Reserve.class);
        this.movements = movements;
    }

    /** One of them. */
    record Reserve(String id, String account, String amount, LocalDate until, boolean released) {
        private Reserve freed() {
            return new Reserve(id, account, amount, until, true);
        }
    }

    /** Holds its part of a payout that is being made; the line that says so. */
    Optional<Movement> hold(Desk.Account account, String payout, Money gross, LocalDate day) {
        Money whole = gross.withMinor(HUNDRED);
        Money held = gross.share(gross.withMinor(account.reservePercent()), whole, Rounding.HALF_UP_PER_FEE);
        if (!held.isPositive()) return Optional.empty();
        String id = "RS-" + payout.substring(3);
        shelf.put(id, new Reserve(id, account.currency(), held.plain(), day.plusDays(DAYS_HELD), false));
        return Optional.of(new Movement(
                id,
                account.currency(),
                "RESERVE",
                "",
                id,
                "Reserve held until " + day.plusDays(DAYS_HELD),
                day,
                held.negated().plain(),
                held.withMinor(0).plain(),
                payout));
    }

    /** Lets go what was held long enough. */
    void release(String currency, LocalDate day) {
        shelf.all().stream()
                .filter(r -> r.account().equals(currency)
                        && !r.released()
                        && !r.until().isAfter(day))
                .forEach(r -> {
                    Money amount = Money.of(currency, r.amount());
                    movements.add(
                            r.id() + "-free",
                            currency,
                            "RESERVE",
                            "",
                            r.id(),
                            "Reserve released",
                            amount,
                            amount.withMinor(0));
                    shelf.put(r.id(), r.freed());
                });
    }

    /** Lets go all that an account holds, as at the end of a contract. */
    void releaseAll(String currency) {
        release(currency, LocalDate.MAX);
    }
}
