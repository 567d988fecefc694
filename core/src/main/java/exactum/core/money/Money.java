package exactum.core.money;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.Collection;
import java.util.Currency;

/**
 * An exact sum in one currency, held as minor units (ISO 4217 exponent). Adding is exact and throws on overflow or on
 * mixed currencies; whatever may round asks for a named {@link Rounding}.
 *
 * @param currency an ISO 4217 currency that has minor units
 * @param minor the sum in minor units, such as cents
 */
public record Money(Currency currency, long minor) implements Comparable<Money> {
    /** The most that one document or payment may come to, in minor units, so that a hundred thousand of them add up exactly. */
    public static final long MOST = 10_000_000_000_000L;

    public Money {
        if (currency.getDefaultFractionDigits() < 0) {
            throw new IllegalArgumentException(currency + " is not a currency that money is counted in");
        }
    }

    /** {@code ofMinor("EUR", 12345)} is 123.45 euro. */
    public static Money ofMinor(String currency, long minor) {
        return new Money(Currency.getInstance(currency), minor);
    }

    /**
     * {@code of("EUR", "123.45")}.
     *
     * @throws ArithmeticException if there are more decimals than the currency has
     */
    public static Money of(String currency, String amount) {
        return of(Currency.getInstance(currency), new BigDecimal(amount));
    }

    /**
     * The exact amount.
     *
     * @throws ArithmeticException if there are more decimals than the currency has
     */
    public static Money of(Currency currency, BigDecimal amount) {
        int digits = Math.max(currency.getDefaultFractionDigits(), 0);
        return new Money(currency, amount.movePointRight(digits).longValueExact());
    }

    /** Nothing, in a currency. */
    public static Money zero(Currency currency) {
        return new Money(currency, 0);
    }

    /** The exact sum of all; zero of the currency if there are none. */
    public static Money sum(Currency currency, Collection<Money> all) {
        Money sum = zero(currency);
        for (Money one : all) sum = sum.plus(one);
        return sum;
    }

    /**
     * The exact sum in minor units.
     *
     * @throws IllegalArgumentException if the currencies differ
     * @throws ArithmeticException if it is more than can be counted
     */
    public Money plus(Money other) {
        requireSameCurrency(other);
        return new Money(currency, Math.addExact(minor, other.minor));
    }

    /**
     * The exact difference in minor units.
     *
     * @throws IllegalArgumentException if the currencies differ
     * @throws ArithmeticException if it is more than can be counted
     */
    public Money minus(Money other) {
        requireSameCurrency(other);
        return new Money(currency, Math.subtractExact(minor, other.minor));
    }

    /** The same amount with the other sign. */
    public Money negated() {
        return new Money(currency, Math.negateExact(minor));
    }

    /** The amount without its sign. */
    public Money abs() {
        return minor < 0 ? negated() : this;
    }

    /** The smaller of the two, of the same currency. */
    public Money min(Money other) {
        return compareTo(other) <= 0 ? this : other;
    }

    /** The greater of the two, of the same currency. */
    public Money max(Money other) {
        return compareTo(other) >= 0 ? this : other;
    }

    /** Another amount in the same currency, in minor units. */
    public Money withMinor(long otherMinor) {
        return new Money(currency, otherMinor);
    }

    /** So many times this sum, exactly. */
    public Money times(long count) {
        return new Money(currency, Math.multiplyExact(minor, count));
    }

    /** This sum times the factor, rounded to the minor unit at the named place. */
    public Money times(BigDecimal factor, Rounding rounding) {
        return rounded(currency, amount().multiply(factor), rounding);
    }

    /**
     * The part of this that stands to it as the part to the whole, rounded at the named place; all of it for the whole.
     * 0.38 of 2.38 is shared as 1.00 of 2.38: 0.16.
     */
    public Money share(Money part, Money whole, Rounding rounding) {
        if (part.equals(whole)) return this;
        BigDecimal exact = amount().multiply(part.amount()).divide(whole.amount(), MathContext.DECIMAL128);
        return rounded(currency, exact, rounding);
    }

    /** A computed amount, rounded to the minor unit at the named place. */
    public static Money rounded(Currency currency, BigDecimal amount, Rounding rounding) {
        return of(currency, amount.setScale(currency.getDefaultFractionDigits(), rounding.mode()));
    }

    /** The amount as a decimal with exactly the currency's decimals. */
    public BigDecimal amount() {
        return BigDecimal.valueOf(minor, currency.getDefaultFractionDigits());
    }

    /** Whether it is nothing. */
    public boolean isZero() {
        return minor == 0;
    }

    /** Whether it is above zero. */
    public boolean isPositive() {
        return minor > 0;
    }

    /** Whether it is below zero. */
    public boolean isNegative() {
        return minor < 0;
    }

    /** Grouped, with the currency's decimals and a true minus: {@code −1,120.00}. */
    public String text() {
        return Decimals.grouped(amount());
    }

    /** With its currency in front: {@code € 1,120.00}, {@code £ 8.00}, {@code CHF 20.00}. */
    public String withCurrency() {
        return sign(currency) + "\u00a0" + text();
    }

    /** The sign of the currencies that have an unmistakable one, else the ISO code. */
    public static String sign(Currency currency) {
        return switch (currency.getCurrencyCode()) {
            case "EUR" -> "€";
            case "GBP" -> "£";
            case "USD" -> "$";
            default -> currency.getCurrencyCode();
        };
    }

    /** Plain digits for files and APIs: {@code -1120.00}. */
    public String plain() {
        return amount().setScale(currency.getDefaultFractionDigits(), RoundingMode.UNNECESSARY)
                .toPlainString();
    }

    @Override
    public int compareTo(Money other) {
        requireSameCurrency(other);
        return Long.compare(minor, other.minor);
    }

    private void requireSameCurrency(Money other) {
        if (!currency.equals(other.currency)) {
            throw new IllegalArgumentException(
                    "%s and %s cannot be added or compared".formatted(plain() + " " + currency, other.currency));
        }
    }
}
