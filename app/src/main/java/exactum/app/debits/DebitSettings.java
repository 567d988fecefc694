package exactum.app.debits;

import exactum.core.collection.Retrying;
import java.util.Arrays;

/**
 * How a business collects over mandates.
 *
 * @param retry how often and when it tries again
 * @param leastMinor items below it are not collected, in minor units
 * @param horizonDays how many days ahead a run looks that is proposed by itself
 * @param isTogether whether several open items of a payer go in one debit
 * @param timer what is done each day by itself
 * @param feeMinor what a payer is billed for a debit that came back, in minor units; zero for nothing
 */
public record DebitSettings(
        Retrying.Policy retry, long leastMinor, int horizonDays, boolean isTogether, Timer timer, long feeMinor) {
    /** What most businesses do. */
    static final DebitSettings USUAL = new DebitSettings(Retrying.Policy.USUAL, 100, 5, false, Timer.OFF, 0);

    /** What is done each day by itself. */
    public enum Timer {
        OFF("off", "nothing: runs are made by hand"),
        PROPOSES("proposes", "a run is proposed; a person looks, commits and hands it over"),
        COLLECTS(
                "collects",
                "what has to be handed over that day is handed over, unless a second person has to say yes");

        private final String code;
        private final String words;

        Timer(String code, String words) {
            this.code = code;
            this.words = words;
        }

        /** The stored name. */
        public String code() {
            return code;
        }

        public String words() {
            return words;
        }

        static Timer of(String code) {
            return Arrays.stream(values())
                    .filter(t -> t.code.equals(code))
                    .findFirst()
                    .orElseThrow();
        }
    }
}
