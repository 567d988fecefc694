package exactum.app.ledger;

import exactum.app.audit.Audit;
import exactum.core.ids.BusinessId;
import java.time.YearMonth;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Closes a month of the books: what comes later for it counts in the first open one. */
@Component
public class ClosePeriod {
    private final LedgerStore store;
    private final Audit audit;

    ClosePeriod(LedgerStore store, Audit audit) {
        this.store = store;
        this.audit = audit;
    }

    /** Closes the month; refused if it is closed, or if the one before it is open. */
    @Transactional
    public void close(BusinessId business, YearMonth month) {
        store.periods(business).closing(month);
        store.close(business, month, Audit.who());
        audit.record(business, "closed a month", month.toString());
    }
}
