package exactum.app.reports;

import exactum.app.business.Business;
import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Component;

/** What was expected in weeks and what came, by currency and first day: expected, of it, besides. */
@Component
class ExpectedSums implements DaySumKind {
    private final ExpectedStore store;

    ExpectedSums(ExpectedStore store) {
        this.store = store;
    }

    @Override
    public String name() {
        return "expected";
    }

    @Override
    public boolean restsOnEarlier() {
        return true;
    }

    @Override
    public boolean isWeekly() {
        return true;
    }

    @Override
    public List<Sum> work(Business business, LocalDate from, LocalDate until) {
        return store.weeks(business.id(), Asked.ofAll(from, until)).stream()
                .map(w -> Sum.of(
                        List.of(
                                w.expected().currency().getCurrencyCode(),
                                w.first().toString()),
                        w.expected().minor(),
                        w.ofIt().minor(),
                        w.besides().minor()))
                .toList();
    }
}
