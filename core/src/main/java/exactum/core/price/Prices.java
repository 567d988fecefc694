package exactum.core.price;

import exactum.core.ids.CustomerId;
import exactum.core.working.Worked;
import exactum.core.working.Working;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.Comparator;
import java.util.Currency;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;

/**
 * The prices of an item, and which of them holds. The customer's own price goes before that of their group, and that before
 * the price for everybody; the nearer one wins even if it is older or higher (common practice, no source).
 */
public record Prices(List<Price> prices) {
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMM uuuu", Locale.ENGLISH);

    public Prices {
        prices = List.copyOf(prices);
    }

    /**
     * Who buys, in which currency and when.
     *
     * @param customer or null while nobody is chosen
     * @param group the customer's, or null
     */
    public record Sale(CustomerId customer, UUID group, Currency currency, LocalDate day) {}

    /** The price that holds, with what else there was and why it does not; nothing if none holds in the currency on the day. */
    public Optional<Worked<Price>> of(Sale sale) {
        List<Price> valid = valid(sale);
        if (valid.isEmpty()) return Optional.empty();
        Price holds = valid.getFirst();
        var working = Working.on("Why this price?")
                .step("Prices in %s on %s".formatted(sale.currency(), DAY.format(sale.day())), "the catalogue");
        for (Price p : valid) {
            boolean wins = p == holds;
            working.step(
                    "%s: %s %s".formatted(forWhom(p), p.tariff().first().text(), p.days()),
                    wins ? "holds" : "does not hold: " + forWhom(holds).toLowerCase(Locale.ROOT) + " goes before");
        }
        return Optional.of(new Worked<>(holds, working.done()));
    }

    /** The price that holds, as {@link #of} has it. */
    public Optional<Price> holding(Sale sale) {
        return valid(sale).stream().findFirst();
    }

    private List<Price> valid(Sale sale) {
        return prices.stream()
                .filter(p -> p.currency().equals(sale.currency()) && p.isValidOn(sale.day()))
                .filter(p -> p.customer() == null || p.customer().equals(sale.customer()))
                .filter(p -> p.group() == null || p.group().equals(sale.group()))
                .sorted(Comparator.comparingInt(Prices::rank))
                .toList();
    }

    private static int rank(Price p) {
        return p.customer() != null ? 0 : p.group() != null ? 1 : 2;
    }

    private static String forWhom(Price p) {
        return switch (rank(p)) {
            case 0 -> "For this customer";
            case 1 -> "For the group " + p.groupName();
            default -> "For everybody";
        };
    }

    /** The first one there is that another would overlap, for the same and in the same currency. */
    public Optional<Price> overlapping(Price another) {
        return prices.stream()
                .filter(p -> !p.id().equals(another.id()) && p.overlaps(another))
                .findFirst();
    }
}
