package exactum.core.money;

import java.math.BigDecimal;

/** How decimals are written: one place for amounts, prices, quantities and percentages. */
public final class Decimals {
    private Decimals() {}

    /** Grouped by thousands, with a true minus and the decimals it has: {@code −1,120.50}. */
    public static String grouped(BigDecimal number) {
        String plain = number.abs().toPlainString();
        int point = plain.indexOf('.');
        var digits = new StringBuilder(plain);
        for (int i = (point < 0 ? plain.length() : point) - 3; i > 0; i -= 3) digits.insert(i, ',');
        return number.signum() < 0 ? "\u2212" + digits : digits.toString();
    }

    /** Without needless zeros and without an exponent: {@code 6.5} for 6.500000, {@code 1200} for 1.2E+3. */
    public static String plain(BigDecimal number) {
        BigDecimal stripped = number.stripTrailingZeros();
        return (stripped.scale() < 0 ? stripped.setScale(0) : stripped).toPlainString();
    }

    /** As {@link #plain}, with a true minus. */
    public static String text(BigDecimal number) {
        String plain = plain(number);
        return plain.startsWith("-") ? "\u2212" + plain.substring(1) : plain;
    }

    /** {@code 13.5 %} for 13.5000, with a space that does not break. */
    public static String percent(BigDecimal number) {
        return plain(number) + "\u00a0%";
    }
}
