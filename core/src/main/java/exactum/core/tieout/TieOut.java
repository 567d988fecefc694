package exactum.core.tieout;

import exactum.core.money.Money;
import exactum.core.working.Working;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;

/**
 * The proof that said and booked agree, or by how much and why they do not.
 *
 * @param rows in order
 * @param said sum of what is said
 * @param booked sum of what is booked
 * @param working how the remainder came about
 */
public record TieOut(List<Row> rows, Money said, Money booked, Working working) {

    /** Adds up the rows. */
    public static TieOut of(Currency currency, List<Row> rows) {
        Money said = Money.sum(currency, rows.stream().map(Row::said).toList());
        Money booked = Money.sum(currency, rows.stream().map(Row::booked).toList());
        return new TieOut(List.copyOf(rows), said, booked, working(rows, said, booked));
    }

    /** What is said but not booked; zero when it comes out. */
    public Money remainder() {
        return said.minus(booked);
    }

    /** Whether nothing is left over, to the cent. */
    public boolean comesOut() {
        return remainder().isZero() && rows.stream().allMatch(Row::isEven);
    }

    /** The rows that are off. */
    public List<Row> off() {
        return rows.stream().filter(r -> !r.isEven()).toList();
    }

    private static Working working(List<Row> rows, Money said, Money booked) {
        var steps = Working.on("Remainder of " + said.minus(booked).text());
        steps.step("%d lines say %s".formatted(rows.size(), said.text()), "what was read in");
        steps.step("the books have " + booked.text() + " for them", "the ledger");
        var names = new ArrayList<String>();
        rows.stream()
                .filter(r -> !r.isEven())
                .forEach(r -> names.add(r.difference().text() + " " + r.name()));
        names.forEach(steps::step);
        return steps.step("%s − %s = %s"
                        .formatted(
                                said.text(), booked.text(), said.minus(booked).text()))
                .done();
    }
}
