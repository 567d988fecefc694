package exactum.app.billing;

import exactum.app.installation.BusinessClock;
import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Works out what arrangements will bill in the weeks to come and when it falls due, for expected cash. */
@Component
class CashForecast {
    /** As far as expected cash is drawn, and a little more. */
    private static final int DAYS = 42;

    private final Forecasts forecasts;
    private final CashForecastStore store;
    private final BusinessClock clock;
    private final TransactionTemplate transaction;

    CashForecast(Forecasts forecasts, CashForecastStore store, BusinessClock clock, TransactionTemplate transaction) {
        this.forecasts = forecasts;
        this.store = store;
        this.clock = clock;
        this.transaction = transaction;
    }

    /** What falls due of one currency on a day. */
    record Key(LocalDate due, String currency) {}

    /** How many parts, and what they come to. */
    record Sum(int parts, Money amount) {
        private Sum plus(Sum other) {
            return new Sum(parts + other.parts, amount.plus(other.amount));
        }
    }

    /** Works it out anew, unless it is of the arrangements as they are. */
    void workOut(BusinessId business) {
        LocalDate today = clock.today(business);
        String stamp = store.stamp(business, today);
        if (store.isOf(business, stamp)) return;
        LocalDate until = today.plusDays(DAYS);
        Map<Key, Sum> sums = new HashMap<>();
        forecasts.each(business, LocalDate.of(1990, 1, 1), until, ahead -> {
            if (ahead.prepared() == null) return;
            ahead.prepared().claims().stream()
                    .filter(c -> !c.due().isBefore(today) && c.due().isBefore(until))
                    .forEach(c -> {
                        Money amount = c.amount().amount();
                        sums.merge(
                                new Key(c.due(), amount.currency().getCurrencyCode()), new Sum(1, amount), Sum::plus);
                    });
        });
        transaction.executeWithoutResult(s -> store.keep(business, stamp, sums));
    }
}
