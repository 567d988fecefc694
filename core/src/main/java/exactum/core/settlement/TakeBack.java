package exactum.core.settlement;

import exactum.core.ids.EntryId;
import exactum.core.ids.MeansId;
import exactum.core.ids.TakeBackId;
import exactum.core.money.Valued;
import java.time.LocalDate;

/**
 * What went away again of a means, or a row that undoes that.
 *
 * @param amount in the means' currency, negative where it undoes
 * @param cause why
 * @param reason in words, as the bank or a person gave it
 * @param reverses the take-back that this row undoes, or null
 */
public record TakeBack(
        TakeBackId id,
        MeansId means,
        Valued amount,
        LocalDate on,
        Cause cause,
        String reason,
        EntryId entry,
        TakeBackId reverses) {

    /** Why money of a means went away. */
    public enum Cause {
        /** It never went through. */
        REJECTED("rejected"),
        /** It was recorded and the bank never had it. */
        NEVER_THROUGH("never went through"),
        /** It came back. */
        RETURNED("returned"),
        /** A chargeback was lost. */
        CHARGED_BACK("charged back"),
        /** The match that it came by was undone. */
        MATCH_UNDONE("match undone"),
        /** The receipt that earned it went away. */
        NOT_EARNED("not earned"),
        /** Money came for what was written off. */
        RECOVERED("recovered"),
        /** A person took it out again. */
        MISTAKE("recorded by mistake");

        private final String words;

        Cause(String words) {
            this.words = words;
        }

        /** The stored name. */
        public String words() {
            return words;
        }

        /** The cause with the stored name; an {@link IllegalArgumentException} for any other. */
        public static Cause of(String words) {
            return java.util.Arrays.stream(values())
                    .filter(c -> c.words.equals(words))
                    .findFirst()
                    .orElseThrow(() -> new IllegalArgumentException("no cause is called “" + words + "”"));
        }
    }
}
