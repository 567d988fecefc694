package exactum.core.money;

import java.math.BigDecimal;
import java.util.Currency;

/**
 * The price of one unit, which may be finer than the currency's smallest coin: 0.0342 a kWh.
 *
 * @param currency of the price
 * @param amount at most six decimals; negative for what is given back
 */
public record UnitPrice(Currency currency, BigDecimal amount) {
    /** How many decimals a price may have. */
    public static final int DECIMALS = 6;

    public UnitPrice {
        if (amount.stripTrailingZeros().scale() > DECIMALS) {
            throw new IllegalArgumentException("a price has at most %d decimals, not %s".formatted(DECIMALS, amount));
        }
    }

    /** {@code of("EUR", "0.0342")}. */
    public static UnitPrice of(String currency, String amount) {
        return new UnitPrice(Currency.getInstance(currency), new BigDecimal(amount));
    }

    /** The price of a whole amount of money. */
    public static UnitPrice of(Money money) {
        return new UnitPrice(money.currency(), money.amount());
    }

    /** An amount rounded to as many decimals as this price has, and at least to the minor unit. */
    public UnitPrice rounded(BigDecimal exact, Rounding rounding) {
        int decimals = Math.max(
                currency.getDefaultFractionDigits(), amount.stripTrailingZeros().scale());
        return new UnitPrice(currency, exact.setScale(decimals, rounding.mode()));
    }

    /** The price of a quantity, rounded half-up to the minor unit once ({@link Rounding#HALF_UP_PER_LINE}). */
    public Money times(BigDecimal quantity) {
        return Money.rounded(currency, amount.multiply(quantity), Rounding.HALF_UP_PER_LINE);
    }

    /** With the decimals it has, at least the currency's, grouped, with a true minus: {@code 0.0342}, {@code 1,640.00}. */
    public String text() {
        BigDecimal plain = amount.stripTrailingZeros();
        int decimals = Math.max(plain.scale(), currency.getDefaultFractionDigits());
        return Decimals.grouped(plain.setScale(decimals));
    }

    /** Equal in worth, whatever zeros it was written with. */
    @Override
    public boolean equals(Object other) {
        return other instanceof UnitPrice price
                && price.currency.equals(currency)
                && price.amount.compareTo(amount) == 0;
    }

    @Override
    public int hashCode() {
        return 31 * currency.hashCode() + amount.stripTrailingZeros().hashCode();
    }
}
