package exactum.app.arrangements;

import exactum.app.documents.PaperFigures;
import exactum.app.documents.PaperFigures.Stop;
import exactum.app.web.Texts;
import exactum.core.cadence.Occurrence;
import exactum.core.cadence.Recurrence;
import exactum.core.document.TaxRates;
import exactum.core.terms.DueRule;
import exactum.core.working.Working;
import java.time.LocalDate;
import java.util.List;

/**
 * What the paper shows beside what is typed: the sums with their workings, the arrangement in a sentence, the strip of
 * what the payer gets and when, and the ruler.
 *
 * @param made how many of its invoices were made
 */
public record Paper(
        String sentence,
        String invoiceDate,
        Working dateWorking,
        String period,
        PaperFigures figures,
        List<Stop> strip,
        RulerDrawing ruler,
        int made) {

    static Paper of(RecurringForm form, TaxRates rates, DueRule terms, int nextIndex, LocalDate today, String goes) {
        Recurrence recurrence = form.recurrence().orElse(null);
        List<Occurrence> next = recurrence == null
                ? List.of()
                : recurrence.from(nextIndex).limit(12).toList();
        LocalDate date = next.isEmpty() ? today : next.getFirst().date();
        PaperFigures figures = PaperFigures.of(form, rates, date);
        return new Paper(
                recurrence == null ? "" : recurrence.sentence(),
                next.isEmpty() ? "" : Texts.weekday(date),
                next.isEmpty() ? null : next.getFirst().working(),
                next.isEmpty() ? "" : next.getFirst().period().words(),
                figures,
                strip(next, terms, figures, today, goes),
                RulerDrawing.of(next, terms),
                nextIndex);
    }

    private static List<Stop> strip(
            List<Occurrence> next, DueRule terms, PaperFigures figures, LocalDate today, String goes) {
        if (next.isEmpty()) return List.of();
        Occurrence first = next.getFirst();
        LocalDate made = first.makeOn().isBefore(today) ? today : first.makeOn();
        return List.of(
                Stop.on(made, goes == null ? "made; its message waits for an address" : goes),
                Stop.on(first.date(), "its date: number, tax and books"),
                Stop.money(
                        terms.due(first.date()).value(),
                        "due: %s, paid through the link"
                                .formatted(figures.gross().withCurrency())),
                new Stop("when paid", "confirmation by e-mail", false));
    }
}
