package exactum.core.settlement;

import exactum.core.money.Money;

/**
 * What of a document is taxed at one rate, as far as a discount or a write-off needs it.
 *
 * @param base without tax
 * @param tax the tax on it
 */
public record TaxShare(Money base, Money tax) {
    /** Net and tax together, exact. */
    public Money gross() {
        return base.plus(tax);
    }
}
