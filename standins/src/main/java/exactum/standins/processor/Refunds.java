package exactum.standins.processor;

import exactum.core.money.Money;
import exactum.core.money.Rounding;
import exactum.standins.clock.StandinClock;
import exactum.standins.shelf.Shelf;
import exactum.standins.shelf.Shelves;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;

/**
 * Money given back to cards: never more than a sale took less what went back before, never of a sale that is contested, and once
 * under a key. The fee of the sale stays with the processor, unless its account is set to give it back in proportion.
 */
@Component
public class Refunds {
    private final Shelf<Refund> shelf;
    private final Sales sales;
    private final Movements movements;
    private final Chargebacks chargebacks;
    private final Notices notices;
    private final Desk desk;
    private final StandinClock clock;

    Refunds(
            Shelves shelves,
            Sales sales,
            Movements movements,
            Chargebacks chargebacks,
            Notices notices,
            Desk desk,
            StandinClock clock) {
        shelf = shelves.of("processor/refunds", Refund.class);
        this.sales = sales;
        this.movements = movements;
        this.chargebacks = chargebacks;
        this.notices = notices;
        this.desk = desk;
        this.clock = clock;
    }

    /**
     * One of them.
     *
     * @param fee what is given back of the sale's fee
     * @param failed why the card's bank sent it back, or null
     */
    public record Refund(
            String id,
            String key,
            String account,
            String sale,
            String amount,
            String fee,
            LocalDate on,
            String failed) {
        private Refund failing(String reason) {
            return new Refund(id, key, account, sale, amount, fee, on, reason);
        }
    }

    /** A refund that was not done, in words for the merchant. */
    static final class NotDone extends RuntimeException {
        private static final long serialVersionUID = 1L;

        NotDone(String why) {
            super(why);
        }
    }

    /**
     * Gives it back.
     *
     * @throws NotDone if there is no such sale, it has less left, it is contested, or its card takes nothing
     */
    synchronized Refund refund(String account, String key, String saleId, String amount) {
        Optional<Refund> before = shelf.all().stream()
                .filter(r -> r.account().equals(account) && r.key().equals(key))
                .findFirst();
        Money wanted = Money.of(account, amount);
        if (before.isPresent()) {
            boolean same = before.get().sale().equals(saleId)
                    && Money.of(account, before.get().amount()).equals(wanted);
            if (!same) throw new NotDone("This key was used for another refund.");
            return before.get();
        }
        Sale sale = sales.find(saleId)
                .filter(s -> s.currency().equals(account))
                .orElseThrow(() -> new NotDone("There is no such sale."));
        if (desk.refusesNextRefund(account)) throw new NotDone("The card was closed by its bank.");
        if (chargebacks.isContested(saleId)) throw new NotDone("The sale is contested by its cardholder.");
        Money taken = Money.of(account, sale.amount());
        if (!wanted.isPositive() || wanted.plus(refunded(sale)).compareTo(taken) > 0)
            throw new NotDone("No more than what was taken can be given back.");
        Money fee = desk.account(account).givesFeesBack()
                ? Money.of(account, sale.fee()).share(wanted, taken, Rounding.HALF_UP_PER_FEE)
                : wanted.withMinor(0);
        var refund = new Refund(
                "re_" + UUID.randomUUID().toString().replace("-", ""),
                key,
                account,
                saleId,
                wanted.plain(),
                fee.plain(),
                clock.today(),
                null);
        shelf.put(refund.id(), refund);
        movements.add(
                refund.id(),
                account,
                "REFUND",
                saleId,
                refund.id(),
                "Refund of " + sale.reference(),
                wanted.negated(),
                fee.negated());
        return refund;
    }

    /** As the merchant does it here and not through its books: a blank amount is all of the sale. */
    void atDesk(String saleId, String amount) {
        Sale sale = sales.find(saleId).orElseThrow();
        refund(sale.currency(), "desk-" + UUID.randomUUID(), saleId, amount.isBlank() ? sale.amount() : amount);
    }

    /** The card's bank sends it back some days later: the merchant is told, and has the money again. */
    synchronized void fail(String id, String reason) {
        Refund refund = shelf.find(id).orElseThrow();
        if (refund.failed() != null) return;
        shelf.put(id, refund.failing(reason));
        movements.add(
                id + "-back",
                refund.account(),
                "CORRECTION",
                refund.sale(),
                id,
                "Refund sent back: " + reason,
                Money.of(refund.account(), refund.amount()),
                Money.of(refund.account(), refund.fee()));
        notices.send(
                refund.account(),
                "refund.failed",
                Map.of("refund", json(shelf.find(id).orElseThrow()), "reason", reason));
    }

    private Money refunded(Sale sale) {
        return shelf.all().stream()
                .filter(r -> r.sale().equals(sale.id()) && r.failed() == null)
                .map(r -> Money.of(sale.currency(), r.amount()))
                .reduce(Money.of(sale.currency(), "0.00"), Money::plus);
    }

    List<Refund> newest() {
        return shelf.newest(Comparator.comparing(Refund::on).thenComparing(Refund::id));
    }

    static Map<String, Object> json(Refund refund) {
        return Map.of(
                "id",
                refund.id(),
                "sale",
                refund.sale(),
                "amount",
                refund.amount(),
                "fee",
                refund.fee(),
                "currency",
                refund.account(),
                "refunded_on",
                refund.on().toString());
    }
}
