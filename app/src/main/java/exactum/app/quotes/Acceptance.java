package exactum.app.quotes;

import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.Arrays;
import java.util.HexFormat;

/**
 * A customer's yes, with what proves it.
 *
 * @param name who said it
 * @param note how it came, where we recorded it ourselves; else empty
 * @param drawing the signature as a PNG, or null
 * @param address and agent of the machine it came from; empty where we recorded it
 * @param sha256 the digest of the very PDF that was seen
 */
public record Acceptance(
        How how,
        String name,
        String note,
        byte[] drawing,
        LocalDate on,
        OffsetDateTime at,
        String address,
        String agent,
        byte[] sha256,
        String by) {

    /** How it was said. */
    public enum How {
        DRAWN("drawn", "signed by hand on the page"),
        TYPED("typed", "signed by typing the name"),
        READ("read", "accepted without a signature"),
        TOLD_US("told us", "told us, and recorded here");

        private final String stored;
        private final String words;

        How(String stored, String words) {
            this.stored = stored;
            this.words = words;
        }

        /** The stored name. */
        public String stored() {
            return stored;
        }

        public String words() {
            return words;
        }

        static How of(String stored) {
            return Arrays.stream(values())
                    .filter(h -> h.stored.equals(stored))
                    .findFirst()
                    .orElseThrow();
        }
    }

    /** The digest in hexadecimal digits. */
    public String digest() {
        return HexFormat.of().formatHex(sha256);
    }
}
