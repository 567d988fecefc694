package exactum.app.documents;

import exactum.core.money.Money;
import java.math.BigDecimal;
import java.util.List;

/**
 * What an issued document bills, in its own currency.
 *
 * @param lines that have a price, in their order
 * @param taxes of each rate, in the order of the document
 */
public record TaxedLines(Money gross, List<Taxed> lines, List<Tax> taxes) {
    /**
     * A rate, as its lines and its tax name it.
     *
     * @param percent of the net amount
     */
    public record Rate(String code, BigDecimal percent) {
        public Rate {
            percent = percent.stripTrailingZeros();
        }
    }

    /**
     * A line.
     *
     * @param net after its share of the document's adjustments
     */
    public record Taxed(String description, BigDecimal quantity, String unit, Rate rate, Money net) {}

    /** The tax of one rate. */
    public record Tax(Rate rate, Money base, Money tax) {}
}
