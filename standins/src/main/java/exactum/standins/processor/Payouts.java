package exactum.standins.processor;

import exactum.core.money.Money;
import exactum.standins.clock.Banking;
import exactum.standins.shelf.Shelf;
import exactum.standins.shelf.Shelves;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Bundles each day's sales into a payout a currency, which lands two banking days later. */
@Component
public class Payouts {
    private static final int DAYS_TO_LAND = 2;
    private final Shelf<PayoutDocument> shelf;
    private final Sales sales;
    private final Desk desk;

    Payouts(Shelves shelves, Sales sales, Desk desk) {
        shelf = shelves.of("processor/payouts", PayoutDocument.class);
        this.sales = sales;
        this.desk = desk;
    }

    /** Makes the day's payouts. */
    public void bundle(LocalDate day) {
        desk.accounts().forEach(a -> bundle(day, a));
    }

    /**
     * Makes the day's payout of all sales that are in none; a day without sales has none. A payout that was written
     * before a kill stays as it is, and its sales are marked now.
     */
    private void bundle(LocalDate day, Desk.Account account) {
        String currency = account.currency();
        String id = prefix(currency) + day;
        Optional<PayoutDocument> before = shelf.find(id);
        if (before.isPresent()) {
            before.get().lines().stream()
                    .flatMap(l -> sales.find(l.sale()).stream())
                    .filter(s -> s.payout() == null)
                    .forEach(s -> sales.putInPayout(s, id));
            return;
        }
        List<Sale> due = sales.unbundled(currency).stream()
                .filter(s -> !s.capturedOn().isAfter(day))
                .toList();
        if (due.isEmpty()) return;
        var lines = new ArrayList<PayoutDocument.Line>();
        Money net = Money.of(currency, "0.00");
        for (Sale sale : due) {
            lines.add(new PayoutDocument.Line(
                    "SALE", sale.capturedOn(), sale.id(), sale.reference(), sale.amount(), sale.fee()));
            net = net.plus(Money.of(currency, sale.amount())).minus(Money.of(currency, sale.fee()));
        }
        Money odd = account.oddFee().isEmpty() ? Money.zero(net.currency()) : Money.of(currency, account.oddFee());
        if (odd.isPositive() && net.compareTo(odd) > 0) {
            lines.add(new PayoutDocument.Line("FEE", day, "", account.oddFeeName(), "0.00", odd.plain()));
            net = net.minus(odd);
            desk.change(currency, a -> a.oddFee("", ""));
        }
        shelf.put(
                id,
                new PayoutDocument(
                        id, day, Banking.days(currency).plusOpenDays(day, DAYS_TO_LAND), currency, net.plain(), lines));
        due.forEach(s -> sales.putInPayout(s, id));
    }

    /** The euro payouts are numbered by their day alone. */
    private static String prefix(String currency) {
        return currency.equals("EUR") ? "PO-" : "PO-" + currency + "-";
    }

    public List<PayoutDocument> arrivingOn(LocalDate day, String currency) {
        return shelf.all().stream()
                .filter(p -> p.currency().equals(currency) && p.arrivesOn().equals(day))
                .toList();
    }

    /** Whether a day of the month was paid out. */
    boolean isBegun(String currency, YearMonth month) {
        return shelf.all().stream()
                .anyMatch(p -> p.currency().equals(currency)
                        && YearMonth.from(p.salesOn()).equals(month));
    }

    Optional<PayoutDocument> find(String id) {
        return shelf.find(id);
    }

    /** Payouts of a currency after the one with the id; ids are in the order of their days. */
    List<PayoutDocument> after(String currency, String id) {
        return shelf.all().stream()
                .filter(p -> p.currency().equals(currency))
                .filter(p -> id == null || p.id().compareTo(id) > 0)
                .toList();
    }

    public List<PayoutDocument> newest() {
        return shelf.newest(Comparator.comparing(PayoutDocument::id));
    }
}
