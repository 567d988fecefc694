package exactum.app.documents;

import exactum.app.web.Texts;
import exactum.core.document.Adjustment;
import exactum.core.document.Crediting;
import exactum.core.document.Line;
import exactum.core.document.TaxRates;
import exactum.core.document.TaxedLine;
import exactum.core.document.Totals;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.working.Working;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.stream.IntStream;

/**
 * The sums on a paper while it is typed, as far as they can be told, with their workings.
 *
 * @param amounts what each row comes to; empty for one that is not typed yet
 */
public record PaperFigures(
        List<String> amounts,
        List<Reduction> reductions,
        List<TaxRow> taxes,
        String net,
        Money gross,
        Working grossWorking) {

    /** What is taken from all of it, as it is printed. */
    public record Reduction(String name, String size, Money amount) {
        static List<Reduction> of(List<Adjustment> adjustments, Totals totals) {
            return IntStream.range(0, adjustments.size())
                    .mapToObj(i -> new Reduction(
                            adjustments.get(i).name(),
                            adjustments.get(i).size(),
                            totals.adjustments().get(i)))
                    .toList();
        }

        public String words() {
            return name + " " + size;
        }
    }

    /** One tax figure. */
    public record TaxRow(String label, String amount, Working working) {}

    /** The sums of what is typed, with the rates of the date; what cannot be told becomes a problem of its field. */
    public static PaperFigures of(PaperForm form, TaxRates rates, LocalDate date) {
        var amounts = new ArrayList<String>();
        var lines = new ArrayList<TaxedLine>();
        for (int i = 0, rows = form.rows(); i < rows; i++) {
            List<TaxedLine> row = taxed(form, i, rates, date);
            lines.addAll(row);
            amounts.add(amount(form, row));
        }
        try {
            return of(form, amounts, lines);
        } catch (ArithmeticException tooLarge) {
            form.problem("text0", "It comes to more than can be counted.");
            return of(form, amounts, List.of());
        }
    }

    private static String amount(PaperForm form, List<TaxedLine> row) {
        List<Money> amounts = row.stream()
                .filter(l -> !l.line().isText())
                .map(l -> l.line().amount().value())
                .toList();
        return amounts.isEmpty() ? "" : Money.sum(form.currency(), amounts).text();
    }

    private static List<TaxedLine> taxed(PaperForm form, int i, TaxRates rates, LocalDate date) {
        try {
            var taxed = new ArrayList<TaxedLine>();
            for (Line line : form.billed(i)) {
                if (!line.isText()) line.amount();
                taxed.add(new TaxedLine(line, line.isText() ? null : rates.on(line.taxCode(), date)));
            }
            return taxed;
        } catch (Refusal noRate) {
            form.problem("tax" + i, noRate.sentence());
        } catch (ArithmeticException tooLarge) {
            form.problem("price" + i, "The line comes to more than can be counted.");
        }
        return List.of();
    }

    private static PaperFigures of(PaperForm form, List<String> amounts, List<TaxedLine> lines) {
        Totals totals = Totals.of(form.currency(), form.mode(), lines, form.adjustments());
        return new PaperFigures(
                amounts,
                Reduction.of(form.adjustments(), totals),
                rows(totals),
                totals.net().text(),
                totals.gross(),
                totals.working());
    }

    /** The sums of a credit note as what is left of its document makes them; each row is a line of that document. */
    static PaperFigures of(Crediting.Credit credit, int rows) {
        var amounts = new ArrayList<>(Collections.nCopies(rows, ""));
        for (int i = 0; i < credit.lines().size(); i++) {
            Integer place = credit.lines().get(i).line().credits();
            if (place != null)
                amounts.set(place - 1, credit.totals().amounts().get(i).text());
        }
        Totals totals = credit.totals();
        return new PaperFigures(
                amounts,
                Reduction.of(credit.adjustments(), totals),
                rows(totals),
                totals.net().text(),
                totals.gross(),
                totals.working());
    }

    private static List<TaxRow> rows(Totals totals) {
        return totals.taxGroups().stream()
                .map(g -> new TaxRow(
                        "%s on %s".formatted(g.rate().label(), g.base().text()),
                        g.tax().text(),
                        g.working()))
                .toList();
    }

    /** One point on the strip of what the payer gets, and when. */
    public record Stop(String when, String what, boolean money) {
        public static Stop on(LocalDate day, String what) {
            return new Stop(Texts.shortWeekday(day), what, false);
        }

        public static Stop money(LocalDate day, String what) {
            return new Stop(Texts.shortWeekday(day), what, true);
        }
    }
}
