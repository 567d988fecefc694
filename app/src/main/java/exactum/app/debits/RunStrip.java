package exactum.app.debits;

import exactum.core.calendar.BankingCalendar;
import exactum.core.collection.Windows;
import exactum.core.money.Money;
import exactum.core.scheme.SchemeRules;
import exactum.core.text.Days;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/**
 * The drawing of a run: from today over the last hand-over and the days of collection to the day on which the last of it is final,
 * with the days on which the bank is shut.
 *
 * @param days four weeks from today or more, until the last is collected; each a column
 * @param column how wide each is
 * @param text what it shows, in words
 */
public record RunStrip(List<Day> days, int column, String text) {
    private static final int COLUMN = 44;
    private static final int SHOWN_DAYS = 28;
    private static final int TALLEST = 54;

    /**
     * One day.
     *
     * @param x its left edge
     * @param label weekday and day of the month; empty where columns are too narrow for each and nothing happens
     * @param isShut whether the bank is shut
     * @param words what happens on it, or empty
     * @param amount what is collected on it, in words, or empty
     * @param height of its bar
     * @param isBooked whether that happened already
     */
    public record Day(int x, String label, boolean isShut, String words, String amount, int height, boolean isBooked) {}

    /**
     * Of what is collected on which days.
     *
     * @param booked the days that were booked already
     */
    static RunStrip of(
            SchemeRules rules,
            LocalDate today,
            int leadOpenDays,
            LocalTime cutOff,
            Map<LocalDate, Money> collected,
            Set<LocalDate> booked) {
        var byDay = new TreeMap<>(collected);
        if (byDay.isEmpty()) return new RunStrip(List.of(), COLUMN, "Nothing is collected.");
        BankingCalendar calendar = rules.calendar();
        LocalDate handOver = calendar.minusOpenDays(byDay.firstKey(), leadOpenDays);
        LocalDate last = Windows.of(rules, byDay.lastKey()).returned();
        long most = byDay.values().stream().mapToLong(Money::minor).max().orElseThrow();
        int shown = (int) Math.max(SHOWN_DAYS, ChronoUnit.DAYS.between(today, byDay.lastKey()) + 2);
        int column = COLUMN * SHOWN_DAYS / shown;
        var days = new ArrayList<Day>();
        for (LocalDate day = today; days.size() < shown; day = day.plusDays(1)) {
            Money amount = byDay.get(day);
            String words = day.equals(handOver)
                    ? "hand over by " + cutOff
                    : amount != null ? "collected" : day.equals(last) ? "final" : "";
            days.add(new Day(
                    days.size() * column,
                    column == COLUMN || !words.isEmpty() || isWeekAlone(day, byDay.keySet())
                            ? Days.weekday(day).substring(0, 2) + " " + day.getDayOfMonth()
                            : "",
                    !calendar.isOpen(day),
                    words,
                    amount == null ? "" : amount.text(),
                    amount == null ? 0 : (int) Math.max(6, TALLEST * amount.minor() / most),
                    booked.contains(day)));
        }
        String text = "Handed over by %s, %s. ".formatted(Days.weekday(handOver), cutOff)
                + byDay.entrySet().stream()
                        .map(e ->
                                "%s collected on %s.".formatted(e.getValue().withCurrency(), Days.weekday(e.getKey())))
                        .reduce((a, b) -> a + " " + b)
                        .orElseThrow()
                + " Final after %s.".formatted(Days.weekday(last));
        return new RunStrip(days, column, text);
    }

    /** A Monday beside which nothing else is written. */
    private static boolean isWeekAlone(LocalDate day, Set<LocalDate> written) {
        return day.getDayOfWeek() == DayOfWeek.MONDAY
                && !written.contains(day.plusDays(1))
                && !written.contains(day.plusDays(2));
    }

    /** How wide the drawing is. */
    public int width() {
        return Math.max(column, days.size() * column);
    }
}
