package exactum.core.document;

import exactum.core.money.Money;
import exactum.core.working.Working;

/**
 * The tax of all lines with one rate. Base × rate is rounded once here, never by line (EN 16931 BR-CO-17): three
 * lines of 1.03 at 20 % carry 0.62, not 0.63.
 */
public record TaxGroup(TaxRate rate, Money base, Money tax, Working working) {}
