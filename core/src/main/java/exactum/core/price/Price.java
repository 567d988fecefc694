package exactum.core.price;

import exactum.core.ids.CustomerId;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.Currency;
import java.util.Locale;
import java.util.Objects;
import java.util.UUID;

/**
 * A price of an item.
 *
 * @param customer for whom alone it holds, or null
 * @param group for which group alone it holds, or null
 * @param groupName what the group is called; empty for none
 * @param validFrom first day
 * @param validUntil the day after the last, or null while it goes on
 */
public record Price(
        UUID id,
        CustomerId customer,
        UUID group,
        String groupName,
        Tariff tariff,
        LocalDate validFrom,
        LocalDate validUntil) {

    /** The first day of a price that was given without one. */
    public static final LocalDate ALWAYS = LocalDate.of(2000, 1, 1);

    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMM uuuu", Locale.ENGLISH);

    public Price {
        if (customer != null && group != null)
            throw new IllegalArgumentException("a price is for a customer or a group");
        if (validUntil != null && !validUntil.isAfter(validFrom))
            throw new IllegalArgumentException("a price ends after it begins");
    }

    public Currency currency() {
        return tariff.first().currency();
    }

    /** The same for the same, from another day on. */
    public Price from(UUID other, LocalDate day) {
        return new Price(other, customer, group, groupName, tariff, day, null);
    }

    public boolean isValidOn(LocalDate day) {
        return !day.isBefore(validFrom) && (validUntil == null || day.isBefore(validUntil));
    }

    /** When it holds: {@code always}, {@code from 1 Apr 2026 until 31 Mar 2027}. */
    public String days() {
        return days(validFrom, validUntil);
    }

    /** The days from one on until before another, or without end for null. */
    public static String days(LocalDate validFrom, LocalDate validUntil) {
        String until = validUntil == null ? "" : " until " + DAY.format(validUntil.minusDays(1));
        if (!validFrom.equals(ALWAYS)) return "from " + DAY.format(validFrom) + until;
        return until.isEmpty() ? "always" : until.strip();
    }

    /** Whether both are for the same, in one currency, and have a day in common. */
    public boolean overlaps(Price other) {
        boolean same = currency().equals(other.currency())
                && Objects.equals(customer, other.customer)
                && Objects.equals(group, other.group);
        boolean apart = validUntil != null && !validUntil.isAfter(other.validFrom)
                || other.validUntil != null && !other.validUntil.isAfter(validFrom);
        return same && !apart;
    }
}
