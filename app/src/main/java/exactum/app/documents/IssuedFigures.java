package exactum.app.documents;

import exactum.core.document.TaxedLine;
import exactum.core.document.Totals;
import exactum.core.working.Working;
import java.util.ArrayList;
import java.util.List;

/** The sums of an issued document as they are stored, each with its working as it is computed again from the lines. */
public record IssuedFigures(
        List<PrintedLine> lines,
        List<PaperFigures.Reduction> reductions,
        List<PaperFigures.TaxRow> taxes,
        Working grossWorking) {
    /** The figures of a document. */
    public static IssuedFigures of(Document d) {
        Totals totals = Totals.of(
                d.gross().currency(),
                d.amounts().mode(),
                d.lines().stream().map(l -> new TaxedLine(l.line(), l.rate())).toList(),
                d.amounts().adjustments());
        var taxes = new ArrayList<PaperFigures.TaxRow>();
        for (Document.Tax tax : d.taxes()) {
            totals.taxGroups().stream()
                    .filter(g -> g.rate().code().equals(tax.rate().code())
                            && g.rate().percent().compareTo(tax.rate().percent()) == 0)
                    .findFirst()
                    .ifPresent(g -> taxes.add(new PaperFigures.TaxRow(
                            "%s on %s".formatted(tax.rate().label(), tax.base().text()),
                            tax.tax().text(),
                            g.working())));
        }
        return new IssuedFigures(
                PrintedLine.of(d),
                PaperFigures.Reduction.of(d.amounts().adjustments(), totals),
                taxes,
                totals.working());
    }
}
