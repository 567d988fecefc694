package exactum.app.database;

import java.time.Duration;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Supplier;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * What was worked out from the database, kept until anything is written to it, and five minutes at the most: so that pages on which
 * people look around work out once what all of them show. Several who ask at once wait for the first of them. What another instance
 * has written is seen within two seconds. Ask for it outside of a transaction where it takes long: who waits within one holds
 * its connection.
 *
 * @param <K> what was asked for, the business included
 */
public final class UntilWritten<K, V> {
    private static final long LONGEST_NANOS = Duration.ofMinutes(5).toNanos();
    private static final int MOST = 1_000;
    private final Map<K, Place<V>> places = new ConcurrentHashMap<>();
    private final int most;

    public UntilWritten() {
        this(MOST);
    }

    /** Keeps no more than so many; where there are more, all are worked out again. */
    public UntilWritten(int most) {
        this.most = most;
    }

    /** What is kept of one key. */
    private static final class Place<V> {
        private V value;
        private long writes = -1;
        private long since;
    }

    /**
     * What is kept under the key; worked out where nothing is, or where the transaction that is open sees other data than a new one
     * would.
     */
    public V of(K key, Supplier<V> work) {
        if (seesOwn()) return work.get();
        if (places.size() >= most) places.clear();
        Place<V> place = places.computeIfAbsent(key, k -> new Place<>());
        synchronized (place) {
            long writes = Writes.count();
            if (place.writes != writes || System.nanoTime() - place.since > LONGEST_NANOS) {
                place.value = work.get();
                place.since = System.nanoTime();
                place.writes = writes;
            }
            return place.value;
        }
    }

    private static boolean seesOwn() {
        return Writes.areUnderWay() || TransactionSynchronizationManager.getCurrentTransactionIsolationLevel() != null;
    }
}
