package exactum.core.text;

import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.Locale;

/** Dates in words. */
public final class Days {
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMM uuuu", Locale.ENGLISH);
    private static final DateTimeFormatter WEEKDAY = DateTimeFormatter.ofPattern("EEE d MMM uuuu", Locale.ENGLISH);

    private Days() {}

    /** {@code 2 Mar 2026}. */
    public static String day(LocalDate date) {
        return DAY.format(date);
    }

    /** {@code Mon 2 Mar 2026}. */
    public static String weekday(LocalDate date) {
        return WEEKDAY.format(date);
    }

    /** {@code 1 month}, {@code 3 weeks}. */
    public static String count(int number, String word) {
        return number == 1 ? "1 " + word : number + " " + word + "s";
    }
}
