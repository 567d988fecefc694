package exactum.app.database;

import java.util.concurrent.atomic.AtomicLong;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * How often the database was written to, as far as this instance knows. What was read since the last time still stands. Sessions and
 * the clockwork of jobs, which write all the time and are nobody's figures, are not among it.
 */
public final class Writes {
    private static final AtomicLong OWN = new AtomicLong();
    private static final AtomicLong OTHERS = new AtomicLong();

    private Writes() {}

    /** How many were finished so far; never less than before. */
    static long count() {
        return OWN.get() + OTHERS.get();
    }

    /** Those of this instance. */
    static long own() {
        return OWN.get();
    }

    /** Another instance has written. */
    static void happenedElsewhere() {
        OTHERS.incrementAndGet();
    }

    /** Something was written here: counted at once, or when the transaction that is open has ended, however it does. */
    public static void happened() {
        if (!TransactionSynchronizationManager.isSynchronizationActive()) {
            OWN.incrementAndGet();
        } else if (!areUnderWay()) {
            TransactionSynchronizationManager.registerSynchronization(new Counted());
        }
    }

    /** Whether the transaction that is open has written, and so reads what nobody else does. */
    static boolean areUnderWay() {
        return TransactionSynchronizationManager.isSynchronizationActive()
                && TransactionSynchronizationManager.getSynchronizations().stream()
                        .anyMatch(Counted.class::isInstance);
    }

    private static final class Counted implements TransactionSynchronization {
        @Override
        public void afterCompletion(int status) {
            OWN.incrementAndGet();
        }
    }
}
