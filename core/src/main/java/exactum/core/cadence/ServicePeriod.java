package exactum.core.cadence;

import java.time.LocalDate;
import java.time.YearMonth;
import java.time.format.DateTimeFormatter;
import java.util.Locale;

/**
 * The time that an invoice covers, half-open.
 *
 * @param from first day
 * @param until the day after the last
 */
public record ServicePeriod(LocalDate from, LocalDate until) {
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMM uuuu", Locale.ENGLISH);
    private static final DateTimeFormatter MONTH = DateTimeFormatter.ofPattern("MMMM uuuu", Locale.ENGLISH);

    public ServicePeriod {
        if (!from.isBefore(until))
            throw new IllegalArgumentException("a period must end after it starts: " + from + " to " + until);
    }

    /** {@code July 2026} for a whole month, {@code Jul – Sep 2026} for several, else its first and last day. */
    public String words() {
        boolean wholeMonths = from.getDayOfMonth() == 1 && until.getDayOfMonth() == 1;
        LocalDate last = until.minusDays(1);
        if (!wholeMonths) return DAY.format(from) + " – " + DAY.format(last);
        if (YearMonth.from(from).equals(YearMonth.from(last))) return MONTH.format(from);
        String pattern = from.getYear() == last.getYear() ? "MMM" : "MMM uuuu";
        return DateTimeFormatter.ofPattern(pattern, Locale.ENGLISH).format(from) + " – "
                + DateTimeFormatter.ofPattern("MMM uuuu", Locale.ENGLISH).format(last);
    }
}
