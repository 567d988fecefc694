package exactum.core.document;

import java.math.BigDecimal;
import java.time.LocalDate;

/**
 * A rate of tax with the dates and the source that make it so.
 *
 * @param code our name for it, which stays while the percentage changes
 * @param name as printed
 * @param percent such as 13.5
 * @param validFrom first day
 * @param validUntil the day after the last, or null while it goes on
 * @param source the law or notice
 */
public record TaxRate(
        String code, String name, BigDecimal percent, LocalDate validFrom, LocalDate validUntil, String source) {

    public boolean isValidOn(LocalDate day) {
        return !day.isBefore(validFrom) && (validUntil == null || day.isBefore(validUntil));
    }

    /** {@code 13.5 %}. */
    public String percentText() {
        return percentText(percent);
    }

    /** {@code 13.5 %} for 13.5000. */
    public static String percentText(BigDecimal percent) {
        BigDecimal plain = percent.stripTrailingZeros();
        return (plain.scale() < 0 ? plain.setScale(0) : plain).toPlainString() + "\u00a0%";
    }
}
