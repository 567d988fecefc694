package exactum.app.reports;

import exactum.app.business.Business;
import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Component;

/** Lines that days billed for a time, by how they are alike; each tells of days up to the end of its time. */
@Component
class DeferredSums implements DaySumKind {
    private final DeferredStore store;

    DeferredSums(DeferredStore store) {
        this.store = store;
    }

    @Override
    public String name() {
        return "deferred";
    }

    @Override
    public List<Sum> work(Business business, LocalDate from, LocalDate until) {
        return store.booked(business.id(), from, until);
    }
}
