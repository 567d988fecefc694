package exactum.app.recurring;

import exactum.app.text.Texts;
import exactum.core.cadence.Occurrence;
import exactum.core.cadence.Recurrence;
import exactum.core.document.Line;
import exactum.core.document.TaxRates;
import exactum.core.document.Totals;
import exactum.core.money.Money;
import exactum.core.terms.DueRule;
import exactum.core.working.Working;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;

/**
 * What the paper shows beside what is typed: the sums with their workings, the arrangement in a sentence, the strip of
 * what the payer gets and when, and the ruler.
 */
public record Paper(
        String sentence,
        String invoiceDate,
        Working dateWorking,
        String period,
        List<String> lineNets,
        List<TaxRow> taxes,
        String net,
        String gross,
        Working grossWorking,
        List<Stop> strip,
        RulerDrawing ruler,
        int made) {

    /** One tax figure. */
    public record TaxRow(String label, String amount, Working working) {}

    /** One point on the strip. */
    public record Stop(String when, String what, boolean money) {}

    static Paper of(RecurringForm form, TaxRates rates, DueRule terms, int nextIndex, LocalDate today, String sentTo) {
        Recurrence recurrence = form.recurrence().orElse(null);
        List<Occurrence> next = recurrence == null
                ? List.of()
                : recurrence.from(nextIndex).limit(12).toList();
        LocalDate date = next.isEmpty() ? today : next.getFirst().date();
        var lines = new ArrayList<Line>();
        var nets = new ArrayList<String>();
        for (int i = 0; i < form.rows(); i++) {
            Line line = form.line(i)
                    .map(l -> new Line(
                            l.description(),
                            l.quantity(),
                            l.unit(),
                            l.price(),
                            rates.on(l.taxCode(), date),
                            l.incomeAccount()))
                    .orElse(null);
            if (line != null) lines.add(line);
            nets.add(line == null ? "" : line.net().value().text());
        }
        Totals totals = Totals.of(form.currency(), lines);
        var taxes = totals.taxGroups().stream()
                .map(g -> new TaxRow(
                        "%s %s on %s"
                                .formatted(
                                        g.rate().name(),
                                        g.rate().percentText(),
                                        g.base().text()),
                        g.tax().text(),
                        g.working()))
                .toList();
        return new Paper(
                recurrence == null ? "" : recurrence.sentence(),
                next.isEmpty() ? "" : Texts.weekday(date),
                next.isEmpty() ? null : next.getFirst().working(),
                next.isEmpty() ? "" : next.getFirst().period().words(),
                nets,
                taxes,
                totals.net().text(),
                totals.gross().text(),
                totals.working(),
                strip(next, terms, totals.gross(), today, sentTo),
                RulerDrawing.of(next, terms),
                nextIndex);
    }

    private static List<Stop> strip(List<Occurrence> next, DueRule terms, Money gross, LocalDate today, String sentTo) {
        if (next.isEmpty()) return List.of();
        Occurrence first = next.getFirst();
        LocalDate made = first.makeOn().isBefore(today) ? today : first.makeOn();
        LocalDate due = terms.due(first.date()).value();
        String message = sentTo == null
                ? "made; its message waits for an address"
                : "message with PDF and payment link to " + sentTo;
        return List.of(
                new Stop(Texts.shortWeekday(made), message, false),
                new Stop(Texts.shortWeekday(first.date()), "its date: number, tax and books", false),
                new Stop(
                        Texts.shortWeekday(due),
                        "due: %s, paid through the link".formatted(gross.withCurrency()),
                        true),
                new Stop("when paid", "confirmation by e-mail", false));
    }
}
