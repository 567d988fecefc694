package exactum.core.document;

import exactum.core.money.Money;
import exactum.core.money.Rounding;
import exactum.core.working.Worked;
import exactum.core.working.Working;
import java.math.BigDecimal;

/**
 * One line of a document, with tax on top. Its net is quantity × price, rounded half-up to the minor unit (EN 16931-1
 * BT-131): 6.5 h × 48.00 is 312.00.
 *
 * @param description as printed
 * @param quantity may have decimals and may be negative for a discount
 * @param unit as printed, such as {@code month}
 * @param price of one unit, before tax
 * @param tax the rate valid on the document's date
 * @param incomeAccount where its net is booked
 */
public record Line(
        String description, BigDecimal quantity, String unit, Money price, TaxRate tax, String incomeAccount) {

    /** The net amount with its working. */
    public Worked<Money> net() {
        Money net = price.times(quantity, Rounding.HALF_UP_PER_LINE);
        String product = plain(price.amount().multiply(quantity));
        Working working = Working.on("Net of “" + description + "”")
                .step(
                        "%s × %s = %s".formatted(plain(quantity), price.text(), product),
                        "quantity × price, EN 16931 BT-131")
                .step("rounded to " + net.text(), Rounding.HALF_UP_PER_LINE.words())
                .done();
        return new Worked<>(net, working);
    }

    private static String plain(BigDecimal number) {
        BigDecimal stripped = number.stripTrailingZeros();
        return (stripped.scale() < 0 ? stripped.setScale(0) : stripped).toPlainString();
    }
}
