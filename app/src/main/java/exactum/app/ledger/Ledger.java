package exactum.app.ledger;

import exactum.app.database.Ids;
import exactum.core.ids.BusinessId;
import exactum.core.ledger.Accounts;
import exactum.core.ledger.Bookings;
import exactum.core.ledger.Entry;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Books entries. They are gathered while a transaction runs and written together right before it commits: in one statement,
 * and last, so that the balances that all who book share are held for a moment only and never waited for in a circle. The
 * database itself refuses an entry out of balance, a second one for an event, one in a closed month, and every edit.
 */
@Component
public class Ledger {
    private final LedgerStore store;

    Ledger(LedgerStore store) {
        this.store = store;
    }

    /** The accounts by the parts they play, as they are set up. */
    public Accounts accounts(BusinessId business) {
        return store.accounts(business);
    }

    /** The entries of events, for the accounts as they are set up. */
    public Bookings bookings(BusinessId business) {
        return new Bookings(accounts(business), Ids.NEW);
    }

    @Transactional(propagation = Propagation.MANDATORY)
    public void book(BusinessId business, Entry entry) {
        bookAll(business, List.of(entry));
    }

    @Transactional(propagation = Propagation.MANDATORY)
    public void bookAll(BusinessId business, Collection<Entry> entries) {
        if (entries.isEmpty()) return;
        var pending = (Pending) TransactionSynchronizationManager.getResource(this);
        if (pending == null) {
            pending = new Pending();
            TransactionSynchronizationManager.bindResource(this, pending);
            TransactionSynchronizationManager.registerSynchronization(pending);
        }
        pending.entries.computeIfAbsent(business, b -> new ArrayList<>()).addAll(entries);
    }

    /** What was booked in the transaction that is open, in order; it is written as the transaction ends. */
    @Transactional(propagation = Propagation.MANDATORY)
    public List<Entry> booked(BusinessId business) {
        var pending = (Pending) TransactionSynchronizationManager.getResource(this);
        return pending == null ? List.of() : List.copyOf(pending.entries.getOrDefault(business, List.of()));
    }

    private final class Pending implements TransactionSynchronization {
        private final Map<BusinessId, List<Entry>> entries = new LinkedHashMap<>();

        @Override
        public void beforeCommit(boolean readOnly) {
            entries.forEach(store::insert);
        }

        @Override
        public void suspend() {
            TransactionSynchronizationManager.unbindResource(Ledger.this);
        }

        @Override
        public void resume() {
            TransactionSynchronizationManager.bindResource(Ledger.this, this);
        }

        @Override
        public void beforeCompletion() {
            TransactionSynchronizationManager.unbindResourceIfPossible(Ledger.this);
        }
    }
}
