package exactum.core.document;

import exactum.core.money.Decimals;
import java.math.BigDecimal;
import java.time.LocalDate;

/**
 * A rate of tax with the dates and the source that make it so.
 *
 * @param code our name for it, which stays while the percentage changes
 * @param category why it is charged or not
 * @param name as printed
 * @param percent such as 13.5; zero or more
 * @param validFrom first day
 * @param validUntil the day after the last, or null while it goes on
 * @param source the law or notice
 */
public record TaxRate(
        String code,
        TaxCategory category,
        String name,
        BigDecimal percent,
        LocalDate validFrom,
        LocalDate validUntil,
        String source) {

    /** A rate of the ordinary kind. */
    public static TaxRate standard(
            String code, String name, BigDecimal percent, LocalDate validFrom, LocalDate validUntil, String source) {
        return new TaxRate(code, TaxCategory.STANDARD, name, percent, validFrom, validUntil, source);
    }

    /** Whether it is in force on the day, both ends included. */
    public boolean isValidOn(LocalDate day) {
        return !day.isBefore(validFrom) && (validUntil == null || day.isBefore(validUntil));
    }

    /** {@code 13.5 %}. */
    public String percentText() {
        return Decimals.percent(percent);
    }

    /** {@code VAT 13.5 %}, as it is printed before a base. */
    public String label() {
        return name + " " + percentText();
    }
}
