package exactum.standins.processor;

import exactum.core.money.Money;
import exactum.standins.clock.StandinClock;
import exactum.standins.shelf.Shelf;
import exactum.standins.shelf.Shelves;
import java.time.LocalDate;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Money given back to cards: never more than a sale took, and once under a key. */
@Component
public class Refunds {
    private final Shelf<Refund> shelf;
    private final Sales sales;
    private final StandinClock clock;

    Refunds(Shelves shelves, Sales sales, StandinClock clock) {
        shelf = shelves.of("processor/refunds", Refund.class);
        this.sales = sales;
        this.clock = clock;
    }

    /** One of them. */
    public record Refund(String id, String key, String account, String sale, String amount, LocalDate on) {}

    /** Gives it back; empty if there is no such sale, or it took less. */
    synchronized Optional<Refund> refund(String account, String key, String sale, String amount) {
        Optional<Refund> before = shelf.all().stream()
                .filter(r -> r.account().equals(account) && r.key().equals(key))
                .findFirst();
        if (before.isPresent()) return before.filter(r -> r.sale().equals(sale));
        Money wanted = Money.of(account, amount);
        boolean possible = sales.find(sale)
                .filter(s -> s.currency().equals(account))
                .filter(s ->
                        wanted.isPositive() && wanted.plus(refunded(s)).compareTo(Money.of(account, s.amount())) <= 0)
                .isPresent();
        if (!possible) return Optional.empty();
        var refund = new Refund(
                "re_" + UUID.randomUUID().toString().replace("-", ""),
                key,
                account,
                sale,
                wanted.plain(),
                clock.today());
        shelf.put(refund.id(), refund);
        return Optional.of(refund);
    }

    private Money refunded(Sale sale) {
        return shelf.all().stream()
                .filter(r -> r.sale().equals(sale.id()))
                .map(r -> Money.of(sale.currency(), r.amount()))
                .reduce(Money.of(sale.currency(), "0.00"), Money::plus);
    }

    static Map<String, Object> json(Refund refund) {
        return Map.of(
                "id",
                refund.id(),
                "sale",
                refund.sale(),
                "amount",
                refund.amount(),
                "currency",
                refund.account(),
                "refunded_on",
                refund.on().toString());
    }
}
