package exactum.app.setup;

import exactum.core.ids.BusinessId;
import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Component;

/** The currencies other than its own that a business deals in, and their rates. */
@Component
class ForeignCurrencies {
    private final RateStore store;

    ForeignCurrencies(RateStore store) {
        this.store = store;
    }

    /** Those of customers, banks and processors. */
    List<String> used(BusinessId business) {
        return store.used(business);
    }

    /** Those of them that have no rate on a day. */
    List<String> withoutRate(BusinessId business, LocalDate day) {
        List<String> known = store.known(business, day);
        return used(business).stream().filter(c -> !known.contains(c)).toList();
    }
}
