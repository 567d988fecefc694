package exactum.standins.processor;

import exactum.core.money.Money;
import exactum.core.money.Rounding;
import exactum.standins.clock.Banking;
import exactum.standins.clock.StandinClock;
import exactum.standins.shelf.Shelf;
import exactum.standins.shelf.Shelves;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/**
 * Bundles each day's sales and what else moved into a payout a currency, which lands two banking days later; or at once, a day
 * later, for a fee. Part of the sales may be held in reserve for some days.
 */
@Component
public class Payouts {
    private static final int DAYS_TO_LAND = 2;
    private static final int DAYS_TO_LAND_EARLY = 1;
    private static final long HUNDRED = 100;
    private final Shelf<PayoutDocument> shelf;
    private final Sales sales;
    private final Movements movements;
    private final Reserves reserves;
    private final Desk desk;
    private final StandinClock clock;

    Payouts(Shelves shelves, Sales sales, Movements movements, Reserves reserves, Desk desk, StandinClock clock) {
        shelf = shelves.of("processor/payouts", PayoutDocument.class);
        this.sales = sales;
        this.movements = movements;
        this.reserves = reserves;
        this.desk = desk;
        this.clock = clock;
    }

    /** Makes the day's payouts. */
    public void bundle(LocalDate day) {
        desk.accounts().forEach(a -> {
            reserves.release(a.currency(), day);
            bundle(day, a, prefix(a.currency()) + day, DAYS_TO_LAND, List.of());
        });
    }

    /**
     * Makes the payout of all that is in none; where nothing is, there is none. A payout that was written before a kill stays as it
     * is, and what it has is marked now.
     */
    private synchronized void bundle(
            LocalDate day, Desk.Account account, String id, int daysToLand, List<PayoutDocument.Line> agreed) {
        String currency = account.currency();
        Optional<PayoutDocument> before = shelf.find(id);
        if (before.isPresent()) {
            mark(before.get());
            return;
        }
        List<Sale> due = sales.unbundled(currency).stream()
                .filter(s -> !s.capturedOn().isAfter(day))
                .toList();
        List<Movement> moved = movements.unbundled(currency, day);
        if (due.isEmpty() && moved.isEmpty()) return;
        var lines = new ArrayList<PayoutDocument.Line>();
        Money gross = Money.of(currency, "0.00");
        for (Sale sale : due) {
            lines.add(new PayoutDocument.Line(
                    "SALE", sale.capturedOn(), sale.id(), "", sale.reference(), sale.amount(), sale.fee()));
            gross = gross.plus(Money.of(currency, sale.amount()));
        }
        moved.forEach(m -> lines.add(m.line()));
        lines.addAll(agreed);
        addOddFee(lines, day, account);
        reserves.hold(account, id, gross, day).ifPresent(m -> lines.add(m.line()));
        Money net = net(currency, lines);
        shelf.put(
                id,
                new PayoutDocument(
                        id,
                        newest(currency).size() + 1,
                        day,
                        Banking.days(currency).plusOpenDays(day, daysToLand),
                        currency,
                        net.plain(),
                        lines));
        mark(shelf.find(id).orElseThrow());
    }

    private void addOddFee(List<PayoutDocument.Line> lines, LocalDate day, Desk.Account account) {
        String currency = account.currency();
        if (account.oddFee().isEmpty()) return;
        Money odd = Money.of(currency, account.oddFee());
        if (!odd.isPositive() || net(currency, lines).compareTo(odd) <= 0) return;
        lines.add(new PayoutDocument.Line("FEE", day, "", "", account.oddFeeName(), "0.00", odd.plain()));
        desk.change(currency, a -> a.oddFee("", ""));
    }

    private void mark(PayoutDocument payout) {
        for (PayoutDocument.Line line : payout.lines()) {
            if (line.kind().equals("SALE"))
                sales.find(line.sale())
                        .filter(s -> s.payout() == null)
                        .ifPresent(s -> sales.putInPayout(s, payout.id()));
        }
        movements.unbundled(payout.currency(), payout.salesOn()).stream()
                .filter(m -> payout.lines().contains(m.line()))
                .forEach(m -> movements.putInPayout(m.id(), payout.id()));
    }

    private static Money net(String currency, List<PayoutDocument.Line> lines) {
        Money net = Money.of(currency, "0.00");
        for (PayoutDocument.Line line : lines)
            net = net.plus(Money.of(currency, line.gross())).minus(Money.of(currency, line.fee()));
        return net;
    }

    /** The euro payouts are numbered by their day alone. */
    private static String prefix(String currency) {
        return currency.equals("EUR") ? "PO-" : "PO-" + currency + "-";
    }

    /** What an early payout would send. */
    record Offer(Money amount, Money fee, LocalDate arrivesOn) {}

    /** What can be sent early: all that is in no payout, less a hundredth. Empty where that is nothing. */
    Optional<Offer> early(String currency) {
        LocalDate today = clock.today();
        Money amount = Money.of(currency, "0.00");
        for (Sale sale : sales.unbundled(currency))
            amount = amount.plus(Money.of(currency, sale.amount())).minus(Money.of(currency, sale.fee()));
        for (Movement m : movements.unbundled(currency, today))
            amount = amount.plus(Money.of(currency, m.gross())).minus(Money.of(currency, m.fee()));
        Money fee = amount.share(amount.withMinor(1), amount.withMinor(HUNDRED), Rounding.HALF_UP_PER_FEE);
        if (!amount.minus(fee).isPositive()) return Optional.empty();
        return Optional.of(new Offer(amount, fee, Banking.days(currency).plusOpenDays(today, DAYS_TO_LAND_EARLY)));
    }

    /** Sends it, once under a key; empty if there is nothing, or the fee is another by now. */
    synchronized Optional<PayoutDocument> sendEarly(String currency, String key, String agreedFee) {
        String id = prefix(currency) + "E-" + key.replace("-", "");
        if (shelf.find(id).isPresent()) return shelf.find(id);
        Optional<Offer> offer = early(currency).filter(o -> o.fee().equals(Money.of(currency, agreedFee)));
        offer.ifPresent(o -> bundle(
                clock.today(),
                desk.account(currency),
                id,
                DAYS_TO_LAND_EARLY,
                List.of(new PayoutDocument.Line(
                        "FEE",
                        clock.today(),
                        "",
                        id,
                        "Early payout",
                        "0.00",
                        o.fee().plain()))));
        return shelf.find(id);
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

    /** Payouts of a currency that were made after the one with the id. */
    List<PayoutDocument> after(String currency, String id) {
        int last = id == null ? 0 : shelf.find(id).map(PayoutDocument::no).orElse(0);
        return newest(currency).reversed().stream().filter(p -> p.no() > last).toList();
    }

    private List<PayoutDocument> newest(String currency) {
        return shelf.newest(Comparator.comparingInt(PayoutDocument::no)).stream()
                .filter(p -> p.currency().equals(currency))
                .toList();
    }

    public List<PayoutDocument> newest() {
        return shelf.newest(Comparator.comparing(PayoutDocument::salesOn).thenComparing(PayoutDocument::id));
    }
}
