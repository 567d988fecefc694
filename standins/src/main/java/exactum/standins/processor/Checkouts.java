package exactum.standins.processor;

import exactum.core.money.FeeRule;
import exactum.core.money.Money;
import exactum.standins.clock.StandinClock;
import exactum.standins.shelf.Shelf;
import exactum.standins.shelf.Shelves;
import java.math.BigDecimal;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Checkouts and the sales they become. A key that comes again gives the same checkout; a paid one takes no more. */
@Component
public class Checkouts {
    private static final BigDecimal PERCENT = new BigDecimal("2.4");
    private static final String FIXED = "0.25";
    private final Shelf<Checkout> checkouts;
    private final Shelf<Sale> sales;
    private final Notices notices;
    private final StandinClock clock;

    Checkouts(Shelves shelves, Notices notices, StandinClock clock) {
        checkouts = shelves.of("processor/checkouts", Checkout.class);
        sales = shelves.of("processor/sales", Sale.class);
        this.notices = notices;
        this.clock = clock;
    }

    /** What came of a card. */
    public sealed interface Answer {
        record Paid(Sale sale) implements Answer {}

        record Declined(String reason, boolean hard) implements Answer {}

        record Mistyped(String what) implements Answer {}

        /** The merchant took the page back. */
        record Closed() implements Answer {}
    }

    /** Opens a checkout; empty if the key was used with another amount or reference. */
    synchronized Optional<Checkout> open(
            String key, String amount, String currency, String reference, String customer, String returnTo) {
        Optional<Checkout> before = checkouts.all().stream()
                .filter(c -> c.idempotencyKey().equals(key))
                .findFirst();
        if (before.isPresent()) return before.filter(c -> c.sameAs(amount, currency, reference));
        Money.of(currency, amount);
        var checkout = new Checkout(
                "co_" + UUID.randomUUID().toString().replace("-", ""),
                key,
                amount,
                currency,
                reference,
                customer,
                returnTo,
                "open",
                null,
                null);
        checkouts.put(checkout.id(), checkout);
        return Optional.of(checkout);
    }

    Optional<Checkout> find(String id) {
        return checkouts.find(id);
    }

    Optional<Sale> findSale(String id) {
        return sales.find(id);
    }

    public List<Sale> newestSales() {
        return sales.newest(Comparator.comparing(Sale::capturedOn).thenComparing(Sale::id));
    }

    /** Sales of a currency that are in no payout yet. */
    List<Sale> unbundled(String currency) {
        return sales.all().stream()
                .filter(s -> s.payout() == null && s.currency().equals(currency))
                .sorted(Comparator.comparing(Sale::capturedOn).thenComparing(Sale::reference))
                .toList();
    }

    void putInPayout(Sale sale, String payout) {
        sales.put(sale.id(), sale.inPayout(payout));
    }

    /** Charges the card once; pressing pay twice gives the same sale. */
    synchronized Answer pay(String id, String number) {
        Checkout checkout = checkouts.find(id).orElseThrow();
        if (checkout.saleId() != null)
            return new Answer.Paid(sales.find(checkout.saleId()).orElseThrow());
        if (checkout.isCancelled()) return new Answer.Closed();
        if (!TestCard.isNumber(number))
            return new Answer.Mistyped("This is not a card number; please look at it again.");
        Optional<TestCard> card = TestCard.of(number);
        if (card.isEmpty())
            return new Answer.Mistyped("This stand-in takes its own test cards only; they are listed below.");
        if (!card.get().isGood()) {
            checkouts.put(id, checkout.declined(card.get().reason()));
            notices.send(
                    checkout.currency(),
                    "sale.declined",
                    Map.of(
                            "checkout",
                            id,
                            "reason",
                            card.get().reason(),
                            "code",
                            card.get().code(),
                            "kind",
                            card.get().isHard() ? "hard" : "soft"));
            return new Answer.Declined(card.get().reason(), card.get().isHard());
        }
        return new Answer.Paid(capture(checkout, card.get().shown(), checkout.amount()));
    }

    /** Takes a page back; one that is paid stays paid. */
    synchronized Checkout cancel(String id) {
        Checkout checkout = checkouts.find(id).orElseThrow();
        if (checkout.saleId() == null && !checkout.isCancelled()) checkouts.put(id, checkout.cancelled());
        return checkouts.find(id).orElseThrow();
    }

    /** Charges the card of a sale once more on the same page, as a processor at fault would. */
    synchronized void chargeAgain(String saleId, String amount) {
        Sale sale = sales.find(saleId).orElseThrow();
        capture(checkouts.find(sale.checkout()).orElseThrow(), sale.card(), amount.isBlank() ? sale.amount() : amount);
    }

    private Sale capture(Checkout checkout, String card, String charged) {
        Money amount = Money.of(checkout.currency(), charged);
        Money fee = new FeeRule(PERCENT, Money.of(checkout.currency(), FIXED))
                .on(amount)
                .value();
        var sale = new Sale(
                "sa_" + UUID.randomUUID().toString().replace("-", ""),
                checkout.id(),
                checkout.reference(),
                amount.plain(),
                checkout.currency(),
                fee.plain(),
                clock.today(),
                card,
                null);
        sales.put(sale.id(), sale);
        if (checkout.saleId() == null) checkouts.put(checkout.id(), checkout.paid(sale.id()));
        notices.send(sale.currency(), "sale.succeeded", json(sale));
        return sale;
    }

    /** A sale as the API and the notices state it. */
    static Map<String, Object> json(Sale sale) {
        return Map.of(
                "id",
                sale.id(),
                "checkout",
                sale.checkout(),
                "reference",
                sale.reference(),
                "amount",
                sale.amount(),
                "currency",
                sale.currency(),
                "fee",
                sale.fee(),
                "captured_on",
                sale.capturedOn().toString(),
                "card",
                sale.card());
    }
}
