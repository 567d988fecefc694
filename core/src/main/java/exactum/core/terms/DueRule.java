package exactum.core.terms;

import exactum.core.working.Worked;
import exactum.core.working.Working;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * When an invoice falls due, counted from its own date: months first, then days, then, if wanted, on to the end of
 * that month. "30 days" is not "a month": 1 Feb 2026 + 30 days is 3 Mar. A due day is printed as it falls; only a
 * collection moves to a banking day.
 *
 * @param months calendar months, clamped to the last day of a shorter month
 * @param days calendar days
 * @param thenMonthEnd whether the result moves to the last day of its month
 */
public record DueRule(int months, int days, boolean thenMonthEnd) {
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("EEE d MMM uuuu", Locale.ENGLISH);

    public DueRule {
        if (months < 0 || days < 0) throw new IllegalArgumentException("months and days must be 0 or more");
    }

    /** In words: {@code 1 month and 5 days, then the month’s end}. */
    public String words() {
        String parts = Stream.of(count(months, "month"), count(days, "day"))
                .filter(p -> !p.isEmpty())
                .collect(Collectors.joining(" and "));
        return (parts.isEmpty() ? "on its own date" : parts) + (thenMonthEnd ? ", then the month’s end" : "");
    }

    private static String count(int n, String word) {
        return n == 0 ? "" : n == 1 ? "1 " + word : n + " " + word + "s";
    }

    /** The due day of an invoice of the given date, with its working. */
    public Worked<LocalDate> due(LocalDate invoiceDate) {
        var working = Working.on("Why this due day?")
                .step("The invoice is dated " + DAY.format(invoiceDate), "its own date, whenever it was made");
        LocalDate due = invoiceDate;
        if (months > 0) {
            due = due.plusMonths(months);
            working.step(
                    "+ %d month%s = %s".formatted(months, months == 1 ? "" : "s", DAY.format(due)),
                    "the terms; clamped to a shorter month’s last day");
        }
        if (days > 0) {
            due = due.plusDays(days);
            working.step(
                    "+ %d day%s = %s".formatted(days, days == 1 ? "" : "s", DAY.format(due)),
                    "the terms; calendar days");
        }
        if (thenMonthEnd) {
            due = YearMonth.from(due).atEndOfMonth();
            working.step("then the end of that month = " + DAY.format(due), "the terms");
        }
        return new Worked<>(due, working.done());
    }
}
