package exactum.app.arrangements;

import exactum.app.web.Texts;
import exactum.core.cadence.Occurrence;
import exactum.core.working.Worked;
import exactum.core.working.Working;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;

/**
 * The ruler: the next twelve invoice dates, the time each covers and the day it falls due, placed by date on one line.
 *
 * @param width of the drawing in its own units
 * @param ticks one for each invoice
 * @param text the same in words, for those who do not see it
 */
public record RulerDrawing(int width, List<Tick> ticks, String text) {
    private static final int WIDTH = 1190;
    private static final int MARGIN = 30;

    /** One invoice on the ruler; places are in the drawing's units. */
    public record Tick(
            int x,
            int periodX,
            int periodWidth,
            int dueX,
            boolean even,
            boolean labelled,
            boolean part,
            String date,
            String period,
            String due,
            String weekday,
            String dueWeekday,
            String makeOn,
            Working dateWorking,
            Working dueWorking) {}

    /** The ruler of the occurrences, which are in order, with their due days by the terms. */
    public static RulerDrawing of(List<Occurrence> occurrences, DueDays terms) {
        if (occurrences.isEmpty()) return new RulerDrawing(WIDTH, List.of(), "No further invoice.");
        LocalDate first = min(
                occurrences.getFirst().date(), occurrences.getFirst().period().from());
        LocalDate last = first;
        for (Occurrence o : occurrences)
            last = max(last, max(o.period().until(), due(o, terms).value()));
        long days = Math.max(1, ChronoUnit.DAYS.between(first, last));
        var ticks = new ArrayList<Tick>();
        var words = new StringBuilder();
        for (int i = 0; i < occurrences.size(); i++) {
            Occurrence o = occurrences.get(i);
            var due = due(o, terms);
            int from = place(o.period().from(), first, days);
            int until = place(o.period().until(), first, days);
            ticks.add(new Tick(
                    place(o.date(), first, days),
                    from + 1,
                    Math.max(2, until - from - 2),
                    place(due.value(), first, days),
                    i % 2 == 0,
                    until - from > 60,
                    o.isPart(),
                    Texts.shortDay(o.date()),
                    shortPeriod(o),
                    Texts.shortDay(due.value()),
                    Texts.weekday(o.date()),
                    Texts.weekday(due.value()),
                    Texts.day(o.makeOn()),
                    o.working(),
                    due.working()));
            words.append("Invoice of %s for %s, due %s. "
                    .formatted(Texts.day(o.date()), o.period().words(), Texts.day(due.value())));
        }
        return new RulerDrawing(WIDTH, List.copyOf(ticks), words.toString().strip());
    }

    /** Terms that count from what an occurrence does not say stand on its own date. */
    private static Worked<LocalDate> due(Occurrence o, DueDays terms) {
        return terms.first(o).orElseGet(() -> new Worked<>(o.date(), o.working()));
    }

    private static String shortPeriod(Occurrence o) {
        String words = o.period().words();
        return words.matches("[A-Z][a-z]+ \\d{4}") ? words.substring(0, 3) : words;
    }

    private static int place(LocalDate date, LocalDate first, long days) {
        return (int) (MARGIN + ChronoUnit.DAYS.between(first, date) * (WIDTH - 2L * MARGIN) / days);
    }

    private static LocalDate min(LocalDate a, LocalDate b) {
        return a.isBefore(b) ? a : b;
    }

    private static LocalDate max(LocalDate a, LocalDate b) {
        return a.isAfter(b) ? a : b;
    }
}
