package exactum.app.messages;

import java.time.OffsetDateTime;
import java.util.Arrays;

/**
 * An address that a message goes to, and what became of it there.
 *
 * @param code what the mail server answered, as {@code 550} (RFC 5321) or {@code 5.1.1} (RFC 3463); empty where it took it
 * @param words what it said with that
 */
public record Recipient(String address, State state, String code, String words, OffsetDateTime since) {

    /** What became of a message at an address. */
    public enum State {
        WAITING("waiting"),
        SENT("sent"),
        /** The server did not take it for this address. */
        REFUSED("refused"),
        /** The server took it, and told later that it never arrived. */
        BOUNCED("bounced");

        private final String words;

        State(String words) {
            this.words = words;
        }

        /** The stored name, which is also how it is shown. */
        public String words() {
            return words;
        }

        static State of(String words) {
            return Arrays.stream(values())
                    .filter(s -> s.words.equals(words))
                    .findFirst()
                    .orElseThrow();
        }
    }

    /** What the server said, with its code. */
    public String said() {
        return words.contains(code) ? words : (code + " " + words).strip();
    }

    /** Whether it did not arrive there. */
    public boolean isLost() {
        return state == State.REFUSED || state == State.BOUNCED;
    }
}
