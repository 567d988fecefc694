package exactum.core.terms;

import exactum.core.calendar.BankingCalendar;
import exactum.core.calendar.Clearing;
import exactum.core.problem.Refusal;
import exactum.core.text.Days;
import exactum.core.working.Worked;
import exactum.core.working.Working;
import java.time.LocalDate;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * When something falls due: counted from an anchor, months first, then days, then moved on if that is agreed. "30 days" is
 * not "a month": 1 Feb 2026 + 30 days is 3 Mar. A due day is printed as it falls, also on a Sunday, unless the terms
 * themselves move it; only a collection moves by itself.
 *
 * @param anchor what it is counted from
 * @param fixed the day, for {@link Anchor#FIXED}; null for every other
 * @param months calendar months, clamped to the last day of a shorter month
 * @param days calendar days
 * @param then where the day that was counted moves
 */
public record DueRule(Anchor anchor, LocalDate fixed, int months, int days, Then then) {
    public DueRule {
        if (months < 0 || days < 0) throw new IllegalArgumentException("months and days must be 0 or more");
        if ((anchor == Anchor.FIXED) != (fixed != null))
            throw new IllegalArgumentException("a date goes with what is due on a date, and only there");
    }

    /** Counted from the invoice's own date. */
    public DueRule(int months, int days, boolean thenMonthEnd) {
        this(Anchor.ISSUE, null, months, days, thenMonthEnd ? Then.MONTH_END_DAY : Then.AS_IS);
    }

    /** On a date. */
    public static DueRule on(LocalDate day) {
        return new DueRule(Anchor.FIXED, day, 0, 0, Then.AS_IS);
    }

    /** So many days after an anchor. */
    public static DueRule daysAfter(Anchor anchor, int days) {
        return new DueRule(anchor, null, 0, days, Then.AS_IS);
    }

    /** In words: {@code 1 month and 5 days after the invoice’s own date, then the month’s end}. */
    public String words() {
        String counted = Stream.of(count(months, "month"), count(days, "day"))
                .filter(p -> !p.isEmpty())
                .collect(Collectors.joining(" and "));
        String from = anchor == Anchor.FIXED ? Days.day(fixed) : anchor.words();
        String start = counted.isEmpty() ? "on " + from : counted + " after " + from;
        return then.words().isEmpty() ? start : start + ", " + then.words();
    }

    private static String count(int n, String word) {
        return n == 0 ? "" : Days.count(n, word);
    }

    /** The due day of an invoice that says no more than its date, with its working. */
    public Worked<LocalDate> due(LocalDate invoiceDate) {
        return due(Anchors.of(invoiceDate), Clearing.TARGET.calendar());
    }

    /**
     * The due day, with its working.
     *
     * @throws Refusal where the document does not say what it is counted from
     */
    public Worked<LocalDate> due(Anchors anchors, BankingCalendar calendar) {
        var working = Working.on("Why this due day?");
        LocalDate counted = counted(anchors, working);
        return moved(counted, calendar, working);
    }

    /** Where a day that was counted moves, with what was worked out before. */
    Worked<LocalDate> moved(LocalDate counted, BankingCalendar calendar, Working.Writer working) {
        LocalDate due = then.from(counted, calendar);
        if (!then.words().isEmpty())
            working.step(
                    () -> "%s = %s%s"
                            .formatted(then.words(), Days.weekday(due), due.equals(counted) ? ", as it was" : ""),
                    "the terms");
        return new Worked<>(due, working.done());
    }

    /** The day that is counted before it moves anywhere. */
    LocalDate counted(Anchors anchors, Working.Writer working) {
        LocalDate start = anchors.day(anchor, fixed)
                .orElseThrow(() -> new Refusal(
                        "terms.no-anchor",
                        "A part is due from %s, which this document does not say. Nothing was made."
                                .formatted(anchor.words())));
        working.step(() -> start(start), source());
        LocalDate later = start.plusMonths(months);
        if (months > 0)
            working.step(
                    () -> "+ %s = %s".formatted(Days.count(months, "month"), Days.weekday(later)),
                    "the terms; clamped to a shorter month’s last day");
        LocalDate due = later.plusDays(days);
        if (days > 0)
            working.step(
                    () -> "+ %s = %s".formatted(Days.count(days, "day"), Days.weekday(due)),
                    "the terms; calendar days");
        return due;
    }

    private String start(LocalDate day) {
        return anchor == Anchor.ISSUE
                ? "The invoice is dated " + Days.weekday(day)
                : "%s is %s"
                        .formatted(anchor == Anchor.FIXED ? "The date" : capital(anchor.words()), Days.weekday(day));
    }

    private static String capital(String words) {
        return Character.toUpperCase(words.charAt(0)) + words.substring(1);
    }

    private String source() {
        return switch (anchor) {
            case ISSUE -> "its own date, whenever it was made";
            case FIXED -> "agreed";
            default -> "the terms count from there";
        };
    }
}
