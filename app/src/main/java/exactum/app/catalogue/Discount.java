package exactum.app.catalogue;

import exactum.core.document.Adjustment;
import exactum.core.money.Money;
import exactum.core.price.Price;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Currency;
import java.util.UUID;

/**
 * A discount that documents of its days may have by its name.
 *
 * @param percent above zero, or null for an amount
 * @param amount above zero and of one currency, or null for a percent
 * @param validUntil the day after the last, or null while it goes on
 */
public record Discount(
        UUID id, String name, BigDecimal percent, Money amount, LocalDate validFrom, LocalDate validUntil) {

    public boolean isValidOn(LocalDate day) {
        return !day.isBefore(validFrom) && (validUntil == null || day.isBefore(validUntil));
    }

    /** Whether a document in the currency may have it. */
    public boolean fits(Currency currency) {
        return amount == null || amount.currency().equals(currency);
    }

    /** As a document carries it. */
    public Adjustment adjustment() {
        return new Adjustment(Adjustment.Kind.DISCOUNT, name, percent, amount);
    }

    /** When it holds, in words. */
    public String days() {
        return Price.days(validFrom, validUntil);
    }
}
