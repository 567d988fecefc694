package exactum.app.cardruns;

import exactum.core.ids.BusinessId;
import exactum.core.ids.CardRunId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.Arrays;

/**
 * A run of charges of cards on file, in one currency.
 *
 * @param until the last due day that it looks at
 * @param words of customer or document that it looks at, or empty
 * @param scope which kinds of documents it looks at
 * @param paid refused and unknown: what became of its charges so far
 */
public record CardRun(
        BusinessId business,
        CardRunId id,
        int number,
        LocalDate date,
        LocalDate until,
        String words,
        Scope scope,
        State state,
        int planned,
        int leftOut,
        Money total,
        Tally tally,
        String madeBy) {

    /** What became of the charges of a run; the amount is what was paid. */
    public record Tally(int paid, Money amount, int refused, int unknown) {}

    /** Which kinds of documents a run looks at. */
    public enum Scope {
        ALL("all"),
        CASH_SALES("cash sales");

        private final String words;

        Scope(String words) {
            this.words = words;
        }

        /** The stored name, which is also how it is shown. */
        public String words() {
            return words;
        }

        static Scope of(String words) {
            return Arrays.stream(values())
                    .filter(s -> s.words.equals(words))
                    .findFirst()
                    .orElseThrow();
        }
    }

    /** Where a run stands. */
    public enum State {
        PLANNING("planning", "draft"),
        REHEARSED("rehearsed", "draft"),
        CHARGING("charging", "flight"),
        DONE("done", "paid");

        private final String words;
        private final String mark;

        State(String words, String mark) {
            this.words = words;
            this.mark = mark;
        }

        /** The stored name, which is also how it is shown. */
        public String words() {
            return words;
        }

        /** The name of its mark. */
        public String mark() {
            return mark;
        }

        static State of(String words) {
            return Arrays.stream(values())
                    .filter(s -> s.words.equals(words))
                    .findFirst()
                    .orElseThrow();
        }
    }

    /** How many of it can be charged. */
    public int chargeable() {
        return planned - leftOut;
    }
}
