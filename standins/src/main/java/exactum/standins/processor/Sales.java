package exactum.standins.processor;

import exactum.core.money.Money;
import exactum.standins.clock.StandinClock;
import exactum.standins.shelf.Shelf;
import exactum.standins.shelf.Shelves;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** What was taken of cards, until a payout takes it. */
@Component
public class Sales {
    private final Shelf<Sale> sales;
    private final Notices notices;
    private final StandinClock clock;

    Sales(Shelves shelves, Notices notices, StandinClock clock) {
        sales = shelves.of("processor/sales", Sale.class);
        this.notices = notices;
        this.clock = clock;
    }

    /** Takes an amount of a charge, and tells the merchant. */
    Sale take(Charge charge, Money amount) {
        TestCard card = TestCard.valueOf(charge.card());
        var sale = new Sale(
                "sa_" + UUID.randomUUID().toString().replace("-", ""),
                charge.page(),
                charge.page() == null ? charge.key() : null,
                charge.reference(),
                amount.plain(),
                charge.account(),
                card.fee(amount).plain(),
                clock.today(),
                card.shown(),
                null);
        sales.put(sale.id(), sale);
        notices.send(sale.currency(), "sale.succeeded", json(sale));
        return sale;
    }

    /** A sale that no charge of the merchant's led to, as of a card taken in person; nobody is told before its payout. */
    Sale inPerson(String account, String amount, String reference) {
        Money money = Money.of(account, amount);
        var sale = new Sale(
                "sa_" + UUID.randomUUID().toString().replace("-", ""),
                null,
                null,
                reference,
                money.plain(),
                account,
                TestCard.GOOD.fee(money).plain(),
                clock.today(),
                TestCard.GOOD.shown(),
                null);
        sales.put(sale.id(), sale);
        return sale;
    }

    /** Charges the card of a sale once more, as a processor at fault would. */
    void takeAgain(String id, String amount) {
        Sale before = find(id).orElseThrow();
        Money money = Money.of(before.currency(), amount.isBlank() ? before.amount() : amount);
        var again = new Sale(
                "sa_" + UUID.randomUUID().toString().replace("-", ""),
                before.checkout(),
                before.key(),
                before.reference(),
                money.plain(),
                before.currency(),
                TestCard.GOOD.fee(money).plain(),
                clock.today(),
                before.card(),
                null);
        sales.put(again.id(), again);
        notices.send(again.currency(), "sale.succeeded", json(again));
    }

    Optional<Sale> find(String id) {
        return sales.find(id);
    }

    public List<Sale> newest() {
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

    /** A sale as the API and the notices state it. */
    static Map<String, Object> json(Sale sale) {
        var json = new HashMap<String, Object>();
        json.put("id", sale.id());
        json.put("checkout", sale.checkout());
        json.put("key", sale.key());
        json.put("reference", sale.reference());
        json.put("amount", sale.amount());
        json.put("currency", sale.currency());
        json.put("fee", sale.fee());
        json.put("captured_on", sale.capturedOn().toString());
        json.put("card", sale.card());
        return json;
    }
}
