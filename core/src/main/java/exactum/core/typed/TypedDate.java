package exactum.core.typed;

import exactum.core.problem.Refusal;
import exactum.core.text.CleanText;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Dates as people type them: {@code 8 jun} · {@code 8 Jun 2026} · {@code 2026-06-08} · {@code +30} · {@code eom}. */
public final class TypedDate {
    private static final List<String> MONTHS =
            List.of("jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec");
    private static final Pattern WORDS = Pattern.compile("(?:[a-z]{3} )?(\\d{1,2}) ([a-z]{3})[a-z]*(?: (\\d{4}))?");

    private static final int LONGEST = 40;
    private static final LocalDate FIRST = LocalDate.of(1990, 1, 1);
    private static final LocalDate LAST = LocalDate.of(2099, 12, 31);

    private TypedDate() {}

    /**
     * The date, seen from today; a day and month without a year is the next one that is not past.
     *
     * @throws Refusal if it is not a date, or not one from 1990 to 2099
     */
    public static LocalDate parse(String typed, LocalDate today) {
        if (typed.length() > LONGEST) throw notADate(CleanText.harmless(typed, LONGEST) + "…");
        LocalDate date = read(typed, typed.strip().toLowerCase(Locale.ROOT), today);
        if (!isSane(date))
            throw new Refusal(
                    "typed.date-range", "“%s” is not between 1990 and 2099, where dates are kept.".formatted(typed));
        return date;
    }

    /** Whether a date is in the window in which dates are kept: 1990 to 2099. */
    public static boolean isSane(LocalDate date) {
        return !date.isBefore(FIRST) && !date.isAfter(LAST);
    }

    private static LocalDate read(String typed, String text, LocalDate today) {
        try {
            if (text.equals("eom")) return YearMonth.from(today).atEndOfMonth();
            if (text.equals("today")) return today;
            if (text.matches("\\+\\d{1,4}")) return today.plusDays(Long.parseLong(text.substring(1)));
            if (text.matches("\\d{4}-\\d{2}-\\d{2}")) return LocalDate.parse(text);
            Matcher words = WORDS.matcher(text);
            if (words.matches()) return fromWords(words, today);
        } catch (DateTimeException notADay) {
            throw notADate(typed);
        }
        throw notADate(typed);
    }

    private static LocalDate fromWords(Matcher words, LocalDate today) {
        int day = Integer.parseInt(words.group(1));
        int month = MONTHS.indexOf(words.group(2)) + 1;
        if (words.group(3) != null) return LocalDate.of(Integer.parseInt(words.group(3)), month, day);
        LocalDate thisYear = LocalDate.of(today.getYear(), month, day);
        return thisYear.isBefore(today) ? LocalDate.of(today.getYear() + 1, month, day) : thisYear;
    }

    private static Refusal notADate(String typed) {
        return new Refusal(
                "typed.not-a-date", "“%s” is not a date. Write it like 8 Jun 2026, +30 or eom.".formatted(typed));
    }
}
