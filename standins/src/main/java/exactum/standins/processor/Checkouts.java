package exactum.standins.processor;

import exactum.core.money.Money;
import exactum.standins.shelf.Shelf;
import exactum.standins.shelf.Shelves;
import java.time.DateTimeException;
import java.time.YearMonth;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Pages where a card is entered. A key that comes again gives the same page; one that is done takes no more. */
@Component
public class Checkouts {
    private final Shelf<Checkout> checkouts;
    private final Charges charges;
    private final Sales sales;
    private final KeptCards cards;
    private final Notices notices;

    Checkouts(Shelves shelves, Charges charges, Sales sales, KeptCards cards, Notices notices) {
        checkouts = shelves.of("processor/checkouts", Checkout.class);
        this.charges = charges;
        this.sales = sales;
        this.cards = cards;
        this.notices = notices;
    }

    /** What came of a card. */
    public sealed interface Answer {
        record Done() implements Answer {}

        record Declined(String reason, boolean hard) implements Answer {}

        record Mistyped(String what) implements Answer {}

        /** The merchant took the page back. */
        record Closed() implements Answer {}
    }

    /** Opens a page; empty if the key was used with another amount, purpose or reference. */
    synchronized Optional<Checkout> open(String key, Map<String, Object> wanted) {
        String currency = text(wanted, "currency");
        var fresh = new Checkout(
                "co_" + UUID.randomUUID().toString().replace("-", ""),
                key,
                wanted.containsKey("purpose") ? text(wanted, "purpose") : "pay",
                Money.of(currency, text(wanted, "amount")).plain(),
                currency,
                text(wanted, "reference"),
                text(wanted, "customer"),
                Boolean.parseBoolean(text(wanted, "keep")),
                Boolean.parseBoolean(text(wanted, "by_phone")),
                text(wanted, "return_to"),
                "open",
                null,
                null,
                null,
                null,
                null);
        Optional<Checkout> before = checkouts.all().stream()
                .filter(c -> c.idempotencyKey().equals(key))
                .findFirst();
        if (before.isPresent()) return before.filter(c -> c.sameAs(fresh));
        checkouts.put(fresh.id(), fresh);
        return Optional.of(fresh);
    }

    private static String text(Map<String, Object> wanted, String name) {
        return (String) wanted.get(name);
    }

    Optional<Checkout> find(String id) {
        return checkouts.find(id);
    }

    /** Charges, promises or checks the card once; pressing twice changes nothing. */
    synchronized Answer enter(String id, String number, String expiry) {
        Checkout checkout = checkouts.find(id).orElseThrow();
        if (checkout.isDone()) return new Answer.Done();
        if (checkout.isCancelled()) return new Answer.Closed();
        if (!TestCard.isNumber(number))
            return new Answer.Mistyped("This is not a card number; please look at it again.");
        Optional<TestCard> card = TestCard.of(number);
        if (card.isEmpty())
            return new Answer.Mistyped("This stand-in takes its own test cards only; they are listed below.");
        Optional<YearMonth> month = month(expiry);
        if (month.isEmpty()) return new Answer.Mistyped("The month is written like 12/29.");
        return card.get().isGood() ? done(checkout, card.get(), month.get()) : declined(checkout, card.get());
    }

    private Answer done(Checkout checkout, TestCard card, YearMonth month) {
        boolean keeps = checkout.keep() || checkout.isVerify();
        KeptCard kept = keeps ? cards.keep(checkout.currency(), checkout.customer(), card, month.toString()) : null;
        Charge charge = checkout.isVerify()
                ? null
                : charges.chargeOnPage(checkout, card, kept, checkout.purpose().equals("pay"));
        checkouts.put(
                checkout.id(),
                checkout.done(
                        charge == null || charge.sales().isEmpty()
                                ? null
                                : charge.sales().getFirst(),
                        charge == null ? null : charge.id(),
                        kept == null ? null : kept.id()));
        if (kept != null)
            notices.send(
                    checkout.currency(), "card.kept", Map.of("checkout", checkout.id(), "card", KeptCards.json(kept)));
        return new Answer.Done();
    }

    private Answer declined(Checkout checkout, TestCard card) {
        checkouts.put(checkout.id(), checkout.declined(card.reason(), card.code()));
        notices.send(
                checkout.currency(),
                "sale.declined",
                Map.of(
                        "checkout",
                        checkout.id(),
                        "reason",
                        card.reason(),
                        "code",
                        card.code(),
                        "kind",
                        card.isHard() ? "hard" : "soft"));
        return new Answer.Declined(card.reason(), card.isHard());
    }

    private static Optional<YearMonth> month(String typed) {
        if (!typed.matches("\\d{1,2}/\\d{2}")) return Optional.empty();
        String[] parts = typed.split("/");
        try {
            return Optional.of(YearMonth.of(2000 + Integer.parseInt(parts[1]), Integer.parseInt(parts[0])));
        } catch (DateTimeException none) {
            return Optional.empty();
        }
    }

    /** Takes a page back; one that is done stays so. */
    synchronized Checkout cancel(String id) {
        Checkout checkout = checkouts.find(id).orElseThrow();
        if (!checkout.isDone() && !checkout.isCancelled()) checkouts.put(id, checkout.cancelled());
        return checkouts.find(id).orElseThrow();
    }

    /** A page as the API states it. */
    Map<String, Object> json(Checkout c, String address) {
        var json = new HashMap<String, Object>();
        json.put("id", c.id());
        json.put("state", c.state());
        json.put("url", address + "/processor/checkouts/" + c.id());
        json.put("amount", c.amount());
        json.put("currency", c.currency());
        json.put("last_decline", c.lastDecline());
        json.put("last_decline_code", c.lastDeclineCode());
        if (c.saleId() != null)
            json.put("sale", Sales.json(sales.find(c.saleId()).orElseThrow()));
        if (c.chargeId() != null)
            json.put(
                    "charge",
                    charges.json(charges.find(c.currency(), c.chargeId()).orElseThrow()));
        if (c.token() != null)
            cards.find(c.currency(), c.token()).ifPresent(kept -> json.put("card", KeptCards.json(kept)));
        return json;
    }
}
