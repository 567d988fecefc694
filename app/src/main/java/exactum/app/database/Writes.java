package exactum.app.database;

import java.util.concurrent.atomic.AtomicLong;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * How often this program has written to the database. What was read since the last time still stands. Sessions and the clockwork
 * of jobs, which write all the time and are nobody's figures, are not among it.
 */
public final class Writes {
    private static final AtomicLong COUNT = new AtomicLong();

    private Writes() {}

    /** How many were finished so far; never less than before. */
    static long count() {
        return COUNT.get();
    }

    /** Something was written: counted at once, or when the transaction that is open has ended, however it does. */
    public static void happened() {
        if (!TransactionSynchronizationManager.isSynchronizationActive()) {
            COUNT.incrementAndGet();
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
            COUNT.incrementAndGet();
        }
    }
}
