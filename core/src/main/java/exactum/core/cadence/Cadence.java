package exactum.core.cadence;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;

/**
 * How often and on which day something recurs. Every occurrence is computed from the first one, never from the one
 * before, so a short month leaves no trace: 31 Jan, 28 Feb, 31 Mar. Kept as an RFC 5545 recurrence rule.
 *
 * @param unit what is counted
 * @param every how many units lie between two occurrences, at least 1
 * @param day which day of the month; null for days and weeks, which keep the start's own
 */
public record Cadence(Unit unit, int every, DayRule day) {

    /** What a cadence counts. */
    public enum Unit {
        DAY("day", 0),
        WEEK("week", 0),
        MONTH("month", 1),
        QUARTER("quarter", 3),
        YEAR("year", 12);

        private final String word;
        private final int months;

        Unit(String word, int months) {
            this.word = word;
            this.months = months;
        }

        /** Whether it counts whole months. */
        public boolean isMonths() {
            return months > 0;
        }

        public String word() {
            return word;
        }

        /** How many months one of it is; 0 for days and weeks. */
        public int months() {
            return months;
        }
    }

    public Cadence {
        if (every < 1 || every > 999) throw new IllegalArgumentException("every must be 1 to 999, but was " + every);
        if (unit.isMonths() == (day == null)) {
            throw new IllegalArgumentException(
                    "a day of the month goes with months, quarters and years, and only there");
        }
    }

    /** Monthly on the day rule. */
    public static Cadence monthly(DayRule day) {
        return new Cadence(Unit.MONTH, 1, day);
    }

    /** The first occurrence on or after the start. */
    public LocalDate first(LocalDate start) {
        if (!unit.isMonths()) return start;
        LocalDate inFirstMonth = day.in(YearMonth.from(start));
        return inFirstMonth.isBefore(start) ? day.in(YearMonth.from(start).plusMonths(1)) : inFirstMonth;
    }

    /**
     * The occurrence with the given index, counted from 0 at the first on or after the start.
     *
     * @param index 0 or more; −1 gives the date before the first, for periods that look back
     */
    public LocalDate occurrence(LocalDate start, int index) {
        LocalDate first = first(start);
        return switch (unit) {
            case DAY -> first.plusDays((long) every * index);
            case WEEK -> first.plusWeeks((long) every * index);
            case MONTH, QUARTER, YEAR -> day.in(YearMonth.from(first).plusMonths((long) months() * index));
        };
    }

    /** Whole months between two occurrences; 0 for days and weeks. */
    public int months() {
        return unit.months * every;
    }

    /** In words: {@code every month, on the last Thursday}. */
    public String words() {
        String often = every == 1 ? "every " + unit.word : "every " + every + " " + unit.word + "s";
        return day == null ? often : often + ", " + day.words();
    }

    /** The recurrence rule, such as {@code FREQ=MONTHLY;INTERVAL=3;BYMONTHDAY=-1} (RFC 5545, RFC 7529 for SKIP). */
    public String rule() {
        if (!unit.isMonths()) return "FREQ=" + (unit == Unit.DAY ? "DAILY" : "WEEKLY") + ";INTERVAL=" + every;
        String days = day.rule();
        String scale = days.contains("SKIP=") ? "RSCALE=GREGORIAN;" : "";
        return scale + "FREQ=MONTHLY;INTERVAL=" + months() + ";" + days;
    }

    /**
     * Reads back what {@link #rule()} wrote.
     *
     * @throws IllegalArgumentException for a rule we never write
     */
    public static Cadence parse(String rule) {
        Map<String, String> parts = new HashMap<>();
        Arrays.stream(rule.split(";")).map(p -> p.split("=", 2)).forEach(p -> parts.put(p[0], p[1]));
        int interval = Integer.parseInt(parts.getOrDefault("INTERVAL", "1"));
        return switch (parts.getOrDefault("FREQ", "")) {
            case "DAILY" -> new Cadence(Unit.DAY, interval, null);
            case "WEEKLY" -> new Cadence(Unit.WEEK, interval, null);
            case "MONTHLY" -> ofMonths(interval, parseDay(parts));
            default -> throw new IllegalArgumentException("not a rule of ours: " + rule);
        };
    }

    private static Cadence ofMonths(int months, DayRule day) {
        if (months % 12 == 0) return new Cadence(Unit.YEAR, months / 12, day);
        if (months % 3 == 0) return new Cadence(Unit.QUARTER, months / 3, day);
        return new Cadence(Unit.MONTH, months, day);
    }

    private static DayRule parseDay(Map<String, String> parts) {
        String byDay = parts.get("BYDAY");
        if (byDay != null) {
            String name = byDay.substring(byDay.length() - 2);
            DayOfWeek weekday = Arrays.stream(DayOfWeek.values())
                    .filter(d -> d.name().startsWith(name))
                    .findFirst()
                    .orElseThrow();
            return new DayRule.NthWeekday(Integer.parseInt(byDay.substring(0, byDay.length() - 2)), weekday);
        }
        int monthDay = Integer.parseInt(parts.get("BYMONTHDAY"));
        return monthDay == -1 ? new DayRule.LastDay() : new DayRule.MonthDay(monthDay);
    }
}
