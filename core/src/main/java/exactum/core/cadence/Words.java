package exactum.core.cadence;

import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.Locale;

/** Dates in words. */
final class Words {
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMM uuuu", Locale.ENGLISH);
    private static final DateTimeFormatter WEEKDAY = DateTimeFormatter.ofPattern("EEE d MMM uuuu", Locale.ENGLISH);

    private Words() {}

    static String day(LocalDate date) {
        return DAY.format(date);
    }

    static String weekday(LocalDate date) {
        return WEEKDAY.format(date);
    }
}
