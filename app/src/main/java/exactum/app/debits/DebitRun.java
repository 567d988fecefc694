package exactum.app.debits;

import exactum.core.ids.BankAccountId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DebitRunId;
import exactum.core.money.Money;
import exactum.core.scheme.Scheme;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.UUID;

/**
 * A run of collections over mandates, of one scheme, into one bank account.
 *
 * @param number by which files and references name it
 * @param until the last day on which it collects
 * @param made how many collections it made, and of how much
 */
public record DebitRun(
        BusinessId business,
        DebitRunId id,
        int number,
        BankAccountId account,
        Scheme scheme,
        LocalDate date,
        LocalDate until,
        Filter filter,
        State state,
        int planned,
        int leftOut,
        Money total,
        int made,
        Money madeTotal,
        String madeBy) {

    /**
     * Which open items are looked at.
     *
     * @param words of customer or document, or empty
     * @param group of customers, or null
     * @param tag of a line, or null
     * @param most items above it are not looked at, in minor units; null for any
     * @param documents picked by hand; empty for all
     */
    public record Filter(String words, UUID group, String tag, Long most, List<String> documents) {
        public static final Filter ALL = new Filter("", null, null, null, List.of());

        public Filter {
            documents = documents == null ? List.of() : List.copyOf(documents);
        }
    }

    /** Where a run stands. */
    public enum State {
        PLANNING("planning", "draft"),
        REHEARSED("rehearsed", "draft"),
        COMMITTING("committing", "flight"),
        READY("ready", "issued"),
        HANDED_OVER("handed over", "flight"),
        WITHDRAWN("withdrawn", "void");

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

    /** How many of it can be collected. */
    public int collectable() {
        return planned - leftOut;
    }
}
