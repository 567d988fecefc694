package exactum.standins.processor;

import exactum.core.calendar.TargetCalendar;
import exactum.core.money.Money;
import exactum.standins.StandinSettings;
import exactum.standins.shelf.Shelf;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Bundles each day's sales into a payout that lands two TARGET days later. */
@Component
public class Payouts {
    private static final int DAYS_TO_LAND = 2;
    private final Shelf<PayoutDocument> shelf;
    private final Checkouts checkouts;
    private final Desk desk;

    Payouts(StandinSettings settings, JsonMapper json, Checkouts checkouts, Desk desk) {
        shelf = new Shelf<>(settings.home().resolve("processor/payouts"), PayoutDocument.class, json);
        this.checkouts = checkouts;
        this.desk = desk;
    }

    /**
     * Makes the day's payout of all sales that are in none; a day without sales has none. A payout that was written
     * before a kill stays as it is, and its sales are marked now.
     */
    public void bundle(LocalDate day) {
        String id = "PO-" + day;
        Optional<PayoutDocument> before = shelf.find(id);
        if (before.isPresent()) {
            before.get().lines().stream()
                    .flatMap(l -> checkouts.findSale(l.sale()).stream())
                    .filter(s -> s.payout() == null)
                    .forEach(s -> checkouts.putInPayout(s, id));
            return;
        }
        List<Sale> sales = checkouts.unbundled().stream()
                .filter(s -> !s.capturedOn().isAfter(day))
                .toList();
        if (sales.isEmpty()) return;
        String currency = sales.getFirst().currency();
        var lines = new ArrayList<PayoutDocument.Line>();
        Money net = Money.of(currency, "0.00");
        for (Sale sale : sales) {
            lines.add(new PayoutDocument.Line(
                    "SALE", sale.capturedOn(), sale.id(), sale.reference(), sale.amount(), sale.fee()));
            net = net.plus(Money.of(currency, sale.amount())).minus(Money.of(currency, sale.fee()));
        }
        Desk.State state = desk.state();
        Money odd = state.oddFee().isEmpty() ? Money.zero(net.currency()) : Money.of(currency, state.oddFee());
        if (odd.isPositive() && net.compareTo(odd) > 0) {
            lines.add(new PayoutDocument.Line("FEE", day, "", state.oddFeeName(), "0.00", odd.plain()));
            net = net.minus(odd);
            desk.setOddFee("", "");
        }
        shelf.put(
                id,
                new PayoutDocument(
                        id,
                        day,
                        TargetCalendar.INSTANCE.plusOpenDays(day, DAYS_TO_LAND),
                        currency,
                        net.plain(),
                        lines));
        sales.forEach(s -> checkouts.putInPayout(s, id));
    }

    public List<PayoutDocument> arrivingOn(LocalDate day) {
        return shelf.all().stream().filter(p -> p.arrivesOn().equals(day)).toList();
    }

    Optional<PayoutDocument> find(String id) {
        return shelf.find(id);
    }

    /** Payouts after the one with the id; ids are in the order of their days. */
    List<PayoutDocument> after(String id) {
        return shelf.all().stream()
                .filter(p -> id == null || p.id().compareTo(id) > 0)
                .toList();
    }

    public List<PayoutDocument> newest() {
        return shelf.newest(Comparator.comparing(PayoutDocument::id));
    }
}
