package exactum.app.ledger;

import exactum.app.audit.Audit;
import exactum.app.installation.BusinessClock;
import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import java.time.YearMonth;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Closes and reopens months of the books: what comes later for a closed one counts in the first open one. */
@Component
public class ClosePeriod {
    private final LedgerStore store;
    private final BusinessClock clock;
    private final Audit audit;

    ClosePeriod(LedgerStore store, BusinessClock clock, Audit audit) {
        this.store = store;
        this.clock = clock;
        this.audit = audit;
    }

    /** Until the transaction ends nobody books, and nobody else closes or reopens a month. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void hold(BusinessId business) {
        store.holdPeriods(business);
    }

    /** Closes the month; refused if it is closed, or if the one before it is open. */
    @Transactional
    public void close(BusinessId business, YearMonth month) {
        store.holdPeriods(business);
        store.periods(business).closing(month);
        store.close(business, month, clock.today(business), Audit.who());
        audit.record(business, "closed a month", month.toString());
    }

    /**
     * Reopens the month; refused if it is not the last closed one.
     *
     * @param askedBy who wants it open; who is signed in is the second person
     */
    @Transactional
    public void reopen(BusinessId business, YearMonth month, String askedBy, String cause) {
        store.holdPeriods(business);
        store.periods(business).reopening(month);
        store.reopen(business, month, clock.today(business), askedBy, Audit.who(), cause);
        audit.record(business, "reopened a month", Texts.month(month) + ": " + cause);
    }
}
