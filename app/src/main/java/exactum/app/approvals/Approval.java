package exactum.app.approvals;

import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.UUID;

/**
 * A second person's yes that was asked for.
 *
 * @param subject what it is about, by its id
 * @param facts what was looked at; a yes holds only while they are the same
 * @param amount in the business's own currency
 * @param href opens what it is about
 * @param decidedBy who said yes or no, or null
 */
public record Approval(
        UUID id,
        ApprovalKind kind,
        UUID subject,
        String facts,
        String words,
        Money amount,
        String href,
        String askedBy,
        LocalDate askedOn,
        State state,
        String decidedBy,
        String note) {

    /** How far it is. */
    public enum State {
        ASKED("asked"),
        APPROVED("approved"),
        REFUSED("refused"),
        WITHDRAWN("withdrawn");

        private final String words;

        State(String words) {
            this.words = words;
        }

        /** The stored name. */
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
}
