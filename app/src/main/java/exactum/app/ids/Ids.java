package exactum.app.ids;

import java.security.SecureRandom;
import java.util.UUID;

/** Time-ordered identifiers (RFC 9562, UUID version 7): rows made together lie together, and no sequence is shared. */
public final class Ids {
    private static final SecureRandom RANDOM = new SecureRandom();

    private Ids() {}

    public static UUID next() {
        long milliseconds = System.currentTimeMillis();
        long high = milliseconds << 16 | 0x7000L | RANDOM.nextLong() & 0x0FFFL;
        long low = RANDOM.nextLong() & 0x3FFFFFFFFFFFFFFFL | 0x8000000000000000L;
        return new UUID(high, low);
    }
}
