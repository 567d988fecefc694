package exactum.standins.processor;

import exactum.core.money.Money;
import exactum.standins.clock.StandinClock;
import exactum.standins.shelf.Shelf;
import exactum.standins.shelf.Shelves;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Sales that cardholders contest: the money is taken with a fee, the merchant may answer with evidence, and someone decides. */
@Component
class Chargebacks {
    private static final String FEE = "15.00";
    private static final int DAYS_TO_ANSWER = 14;
    private final Shelf<Chargeback> shelf;
    private final Sales sales;
    private final Movements movements;
    private final Notices notices;
    private final StandinClock clock;

    Chargebacks(Shelves shelves, Sales sales, Movements movements, Notices notices, StandinClock clock) {
        shelf = shelves.of("processor/chargebacks", Chargeback.class);
        this.sales = sales;
        this.movements = movements;
        this.notices = notices;
        this.clock = clock;
    }

    /**
     * One of them; ids are in the order in which they came.
     *
     * @param state open, answered, accepted, won or lost
     * @param evidence size and first bytes of what the merchant sent, or null
     */
    record Chargeback(
            String id,
            String account,
            String sale,
            String amount,
            String fee,
            String reason,
            LocalDate openedOn,
            LocalDate answerBy,
            String state,
            String evidence) {
        private Chargeback in(String next, String sent) {
            return new Chargeback(id, account, sale, amount, fee, reason, openedOn, answerBy, next, sent);
        }

        private boolean isDecided() {
            return state.equals("won") || state.equals("lost") || state.equals("accepted");
        }
    }

    /** A cardholder contests all of a sale, or a part. */
    synchronized Chargeback open(String saleId, String amount, String reason) {
        Sale sale = sales.find(saleId).orElseThrow();
        String account = sale.currency();
        Money contested = Money.of(account, amount.isBlank() ? sale.amount() : amount);
        String id = "cb_%06d".formatted(shelf.all().size() + 1);
        LocalDate today = clock.today();
        var made = new Chargeback(
                id,
                account,
                saleId,
                contested.plain(),
                FEE,
                reason,
                today,
                today.plusDays(DAYS_TO_ANSWER),
                "open",
                null);
        shelf.put(id, made);
        movements.add(
                id,
                account,
                "CHARGEBACK",
                saleId,
                id,
                "Chargeback of " + sale.reference(),
                contested.negated(),
                Money.of(account, FEE));
        notices.send(account, "chargeback.opened", json(made));
        return made;
    }

    /** What the merchant says to it; a second time takes the place of the first. */
    synchronized Optional<Chargeback> answer(String account, String id, byte[] evidence) {
        Optional<Chargeback> open = find(account, id).filter(c -> !c.isDecided());
        String sent = "%d bytes, beginning %s"
                .formatted(evidence.length, HexFormat.of().formatHex(evidence, 0, Math.min(8, evidence.length)));
        open.ifPresent(c -> shelf.put(id, c.in("answered", sent)));
        return find(account, id).filter(c -> open.isPresent());
    }

    /** The merchant gives in. */
    synchronized Optional<Chargeback> accept(String account, String id) {
        Optional<Chargeback> known = find(account, id);
        known.filter(c -> !c.isDecided()).ifPresent(c -> shelf.put(id, c.in("accepted", c.evidence())));
        return find(account, id);
    }

    /** The card scheme decides; what was lost can still be won later. */
    synchronized void decide(String id, boolean won) {
        Chargeback before = shelf.find(id).orElseThrow();
        String state = won ? "won" : "lost";
        if (before.state().equals(state)) return;
        shelf.put(id, before.in(state, before.evidence()));
        if (won)
            movements.add(
                    id + "-won",
                    before.account(),
                    "CHARGEBACK",
                    before.sale(),
                    id,
                    "Chargeback won",
                    Money.of(before.account(), before.amount()),
                    Money.of(before.account(), "0.00"));
        notices.send(
                before.account(), "chargeback." + state, json(shelf.find(id).orElseThrow()));
    }

    boolean isContested(String sale) {
        return shelf.all().stream()
                .anyMatch(c -> c.sale().equals(sale) && !c.state().equals("won"));
    }

    Optional<Chargeback> find(String account, String id) {
        return shelf.find(id).filter(c -> c.account().equals(account));
    }

    List<Chargeback> after(String account, String id) {
        return shelf.all().stream()
                .filter(c -> c.account().equals(account))
                .filter(c -> id == null || c.id().compareTo(id) > 0)
                .toList();
    }

    List<Chargeback> newest() {
        return shelf.newest(Comparator.comparing(Chargeback::id));
    }

    static Map<String, Object> json(Chargeback c) {
        return Map.of(
                "id",
                c.id(),
                "sale",
                c.sale(),
                "amount",
                c.amount(),
                "fee",
                c.fee(),
                "currency",
                c.account(),
                "reason",
                c.reason(),
                "opened_on",
                c.openedOn().toString(),
                "answer_by",
                c.answerBy().toString(),
                "state",
                c.state());
    }
}
