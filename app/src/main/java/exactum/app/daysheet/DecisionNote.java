package exactum.app.daysheet;

import java.time.LocalDate;
import java.util.Arrays;

/**
 * What a person did with a decision instead of deciding it.
 *
 * @param words what the decision said then
 * @param note why, or what the colleague should know; may be empty unless it was dismissed
 * @param to the login of who has it now, or null
 * @param toName their name, or null
 * @param until the day on which it comes back, or null
 * @param by who did it
 */
public record DecisionNote(
        String key,
        Kind kind,
        String words,
        String note,
        String to,
        String toName,
        LocalDate until,
        String by,
        LocalDate on) {

    /** What may be done instead. */
    public enum Kind {
        HANDED("handed over"),
        SNOOZED("snoozed"),
        DISMISSED("dismissed");

        private final String words;

        Kind(String words) {
            this.words = words;
        }

        /** The stored name. */
        public String words() {
            return words;
        }

        static Kind of(String words) {
            return Arrays.stream(values())
                    .filter(k -> k.words.equals(words))
                    .findFirst()
                    .orElseThrow();
        }
    }

    /** Whether the decision is out of sight on a day. */
    boolean hidesOn(LocalDate today) {
        return kind == Kind.DISMISSED || kind == Kind.SNOOZED && until.isAfter(today);
    }
}
