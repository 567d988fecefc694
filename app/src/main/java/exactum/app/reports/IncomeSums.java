package exactum.app.reports;

import exactum.app.business.Business;
import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Component;

/** Income of days, as {@link IncomeStore#booked} gathers it. */
@Component
class IncomeSums implements DaySumKind {
    static final int CURRENCY = 0;
    static final int ACCOUNT = 1;
    static final int ITEM = 2;
    static final int TYPED = 3;
    static final int TAGS = 4;
    static final int EVENT = 5;
    private final IncomeStore store;

    IncomeSums(IncomeStore store) {
        this.store = store;
    }

    @Override
    public String name() {
        return "income";
    }

    @Override
    public List<Sum> work(Business business, LocalDate from, LocalDate until) {
        return store.booked(business.id(), from, until);
    }
}
