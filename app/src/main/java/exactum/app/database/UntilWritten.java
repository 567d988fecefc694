package exactum.app.database;

import java.time.Duration;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Supplier;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * What was worked out from the database, kept until anything is written to it, and five minutes at the most: so that pages on which
 * people look around work out once what all of them show. Several who ask at once wait for the first of them, and get what it got. What another instance
 * has written is seen within two seconds. Ask for it outside of a transaction where it takes long: who waits within one holds
 * its connection.
 *
 * @param <K> what was asked for, the business included
 */
public final class UntilWritten<K, V> {
    private static final long LONGEST_NANOS = Duration.ofMinutes(5).toNanos();
    private static final int MOST = 1_000;
    private final Map<K, Kept<V>> kept = new ConcurrentHashMap<>();
    private final int most;

    public UntilWritten() {
        this(MOST);
    }

    /** Keeps no more than so many; where there are more, all are worked out again. */
    public UntilWritten(int most) {
        this.most = most;
    }

    /**
     * What is kept of one key, or is being worked out.
     *
     * @param writes how many there were when its work began
     */
    private record Kept<V>(long writes, long since, CompletableFuture<V> value) {
        boolean stands(Kept<V> now) {
            return writes == now.writes && now.since - since <= LONGEST_NANOS;
        }
    }

    /**
     * What is kept under the key; worked out where nothing is, or where the transaction that is open sees other data than a new one
     * would.
     *
     * @throws RuntimeException what the work threw, to all who waited for it; nothing is kept then
     */
    public V of(K key, Supplier<V> work) {
        if (seesOwn()) return work.get();
        if (kept.size() >= most) kept.clear();
        var mine = new Kept<V>(Writes.count(), System.nanoTime(), new CompletableFuture<>());
        Kept<V> one = kept.compute(key, (k, before) -> before != null && before.stands(mine) ? before : mine);
        return one == mine ? worked(key, mine, work) : waitedFor(one);
    }

    private V worked(K key, Kept<V> mine, Supplier<V> work) {
        try {
            V value = work.get();
            mine.value.complete(value);
            return value;
        } catch (RuntimeException | Error e) {
            kept.remove(key, mine);
            mine.value.completeExceptionally(e);
            throw e;
        }
    }

    private static <V> V waitedFor(Kept<V> one) {
        try {
            return one.value.join();
        } catch (CompletionException e) {
            if (e.getCause() instanceof RuntimeException cause) throw cause;
            throw e;
        }
    }

    private static boolean seesOwn() {
        return Writes.areUnderWay() || TransactionSynchronizationManager.getCurrentTransactionIsolationLevel() != null;
    }
}
