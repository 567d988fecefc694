package exactum.core.document;

import exactum.core.money.Decimals;
import exactum.core.money.Money;
import exactum.core.money.Rounding;
import java.math.BigDecimal;

/**
 * A named discount or surcharge on a line or on a whole document (EN 16931-1, BG-20, BG-21, BG-27, BG-28): by percent of
 * what it is taken from, or an amount.
 *
 * @param kind which of the two
 * @param name as printed
 * @param percent above zero, or null for an amount
 * @param amount above zero, or null for a percent
 */
public record Adjustment(Kind kind, String name, BigDecimal percent, Money amount) {

    /** Less or more. */
    public enum Kind {
        DISCOUNT,
        SURCHARGE
    }

    public Adjustment {
        if ((percent == null) == (amount == null)) {
            throw new IllegalArgumentException("“%s” is a percent or an amount, one of the two".formatted(name));
        }
        if (percent != null && percent.signum() <= 0 || amount != null && !amount.isPositive()) {
            throw new IllegalArgumentException("“%s” must be above zero".formatted(name));
        }
    }

    /** What it adds to a base, negative for a discount; a percent is rounded half-up once. */
    public Money on(Money base) {
        Money size = amount != null
                ? amount
                : Money.rounded(
                        base.currency(),
                        base.amount().multiply(percent).movePointLeft(2),
                        Rounding.HALF_UP_PER_ADJUSTMENT);
        return kind == Kind.DISCOUNT ? size.negated() : size;
    }

    /** {@code Early bird 5 %}, {@code Delivery 12.00}. */
    public String text() {
        return name + " " + size();
    }

    /** {@code 5 %}, {@code 12.00}. */
    public String size() {
        return percent == null ? amount.text() : Decimals.percent(percent);
    }
}
