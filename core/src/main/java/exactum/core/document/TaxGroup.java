package exactum.core.document;

import exactum.core.money.Money;
import exactum.core.working.Working;

/**
 * The tax of all lines with one rate. It is rounded once here, never by line (EN 16931 BR-CO-17): three lines of 1.03 at
 * 20 % carry 0.62, not 0.63. Where the prices hold the tax, the base is what remains of the lines when it is taken out:
 * 1,020.00 with 10 % inside is 927.27 + 92.73.
 *
 * @param rate the rate
 * @param base what is taxed (BT-116)
 * @param tax base × rate (BT-117)
 * @param working how the tax came about
 */
public record TaxGroup(TaxRate rate, Money base, Money tax, Working working) {

    /** Base and tax. */
    public Money gross() {
        return base.plus(tax);
    }
}
