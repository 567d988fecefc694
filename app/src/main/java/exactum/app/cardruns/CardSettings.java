package exactum.app.cardruns;

import java.time.LocalDate;
import java.util.Arrays;

/**
 * How a business charges cards on file by itself.
 *
 * @param moment when an item is charged
 * @param leastMinor items below it are not charged, in minor units of the currency
 */
public record CardSettings(Timer timer, Moment moment, long leastMinor) {
    /** As long as nothing was chosen. */
    public static final CardSettings USUAL = new CardSettings(Timer.PROPOSES, Moment.DUE, 100);

    /** When an item is charged. */
    public enum Moment {
        DUE("due", "on the day it is due"),
        ISSUE("issue", "as soon as its invoice is issued");

        private final String code;
        private final String words;

        Moment(String code, String words) {
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

        /** The last due day that a run of the day looks at. */
        LocalDate until(LocalDate today) {
            return this == DUE ? today : today.plusDays(PlanCardRun.MOST_AHEAD);
        }

        static Moment of(String code) {
            return Arrays.stream(values())
                    .filter(m -> m.code.equals(code))
                    .findFirst()
                    .orElseThrow();
        }
    }

    /** What is done each day by itself. */
    public enum Timer {
        OFF("off", "nothing by itself"),
        PROPOSES("proposes", "a run is proposed"),
        CHARGES("charges", "what is due is charged");

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
