package exactum.core.cadence;

import exactum.core.text.Ordinal;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.format.TextStyle;
import java.time.temporal.TemporalAdjusters;
import java.util.Locale;

/** Which day of a month an invoice is dated. */
public sealed interface DayRule {

    /** The day in the given month; it always exists. */
    LocalDate in(YearMonth month);

    /** The parts of an RFC 5545 rule (with RFC 7529's SKIP where needed) that say the same. */
    String rule();

    /** In words: {@code on the 31st (or the month's last day)}. */
    String words();

    /**
     * A day of the month by number; 29 to 31 fall back to the last day of a shorter month, without drift (RFC 7529,
     * SKIP=BACKWARD).
     *
     * @param day 1 to 31
     */
    record MonthDay(int day) implements DayRule {
        public MonthDay {
            if (day < 1 || day > 31) throw new IllegalArgumentException("day must be 1 to 31, but was " + day);
        }

        @Override
        public LocalDate in(YearMonth month) {
            return month.atDay(Math.min(day, month.lengthOfMonth()));
        }

        @Override
        public String rule() {
            return "BYMONTHDAY=" + day + (day > 28 ? ";SKIP=BACKWARD" : "");
        }

        @Override
        public String words() {
            return "on the " + Ordinal.of(day) + (day > 28 ? " or the month’s last day" : "");
        }
    }

    /** The last day of the month, whatever its number. */
    record LastDay() implements DayRule {
        @Override
        public LocalDate in(YearMonth month) {
            return month.atEndOfMonth();
        }

        @Override
        public String rule() {
            return "BYMONTHDAY=-1";
        }

        @Override
        public String words() {
            return "on the last day of the month";
        }
    }

    /**
     * The nth of a weekday in the month.
     *
     * @param nth 1 to 4, or −1 for the last
     */
    record NthWeekday(int nth, DayOfWeek weekday) implements DayRule {
        public NthWeekday {
            if (nth != -1 && (nth < 1 || nth > 4)) {
                throw new IllegalArgumentException("nth must be 1 to 4 or -1 for the last, but was " + nth);
            }
        }

        @Override
        public LocalDate in(YearMonth month) {
            return month.atDay(1).with(TemporalAdjusters.dayOfWeekInMonth(nth, weekday));
        }

        @Override
        public String rule() {
            return "BYDAY=" + nth + weekday.name().substring(0, 2);
        }

        @Override
        public String words() {
            String name = weekday.getDisplayName(TextStyle.FULL, Locale.ENGLISH);
            return "on the " + (nth == -1 ? "last" : Ordinal.of(nth)) + " " + name;
        }
    }
}
