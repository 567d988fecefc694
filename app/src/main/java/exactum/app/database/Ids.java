package exactum.app.database;

import exactum.core.ids.NewIds;
import java.security.SecureRandom;
import java.time.Instant;
import java.util.Random;
import java.util.SplittableRandom;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicLong;

/**
 * Time-ordered identifiers (RFC 9562, UUID version 7, with a counter in the place of its first random bits): rows made
 * together lie together, each is greater than the one made before it, and no sequence is shared.
 */
public final class Ids {
    /** The same as a supplier for the core. */
    public static final NewIds NEW = Ids::next;

    private static final int COUNTER_BITS = 12;
    private static final AtomicLong LAST = new AtomicLong();

    /** Identifiers are no secrets, so a fast source that is seeded well will do; one a thread. */
    private static final ThreadLocal<SplittableRandom> RANDOM =
            ThreadLocal.withInitial(() -> new SplittableRandom(Seeds.NEXT.nextLong()));

    private Ids() {}

    private static final class Seeds {
        private static final Random NEXT = new SecureRandom();
    }

    /** When an identifier was made, to the millisecond. */
    public static Instant madeAt(UUID id) {
        return Instant.ofEpochMilli(id.getMostSignificantBits() >>> 16);
    }

    public static UUID next() {
        long now = System.currentTimeMillis() << COUNTER_BITS;
        long tick = LAST.updateAndGet(last -> Math.max(last + 1, now));
        long high = tick >>> COUNTER_BITS << 16 | 0x7000L | tick & 0x0FFFL;
        long low = RANDOM.get().nextLong() & 0x3FFFFFFFFFFFFFFFL | 0x8000000000000000L;
        return new UUID(high, low);
    }
}
