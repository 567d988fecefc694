package exactum.app.reports;

import exactum.app.business.Business;
import exactum.app.ledger.FindAccounts;
import exactum.app.ledger.Ledger;
import exactum.core.ids.BusinessId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.AccountRole;
import exactum.core.ledger.Event;
import exactum.core.money.Apportion;
import exactum.core.money.Money;
import exactum.core.report.TaxByRate;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeMap;
import java.util.function.Consumer;
import org.springframework.stereotype.Component;

/** Output tax by rate between two days, in the document's currency and the business's own, with what makes it up. */
@Component
class TaxReport implements ReportKind {
    private static final String BY_RATE = "rate";
    private static final String BY_DOCUMENT = "document";
    private static final String NO_RATE = "booked without a document";
    private static final What WHAT = What.between(
            "tax",
            "Output tax",
            "Which tax was booked between two days, at which rates, and what makes it up?",
            BY_RATE,
            BY_DOCUMENT);
    private final TaxStore store;
    private final Ledger ledger;
    private final FindAccounts accounts;

    TaxReport(TaxStore store, Ledger ledger, FindAccounts accounts) {
        this.store = store;
        this.ledger = ledger;
        this.accounts = accounts;
    }

    @Override
    public What what() {
        return WHAT;
    }

    @Override
    public List<Column> columns(Asked asked) {
        var columns = new ArrayList<Column>();
        if (asked.by().equals(BY_DOCUMENT)) {
            columns.add(Column.words("Day"));
            columns.add(Column.words("What"));
            columns.add(Column.words("Document"));
            columns.add(Column.words("Customer"));
        }
        columns.add(Column.words("Rate"));
        columns.add(Column.words("Currency"));
        columns.add(Column.figure("Base"));
        columns.add(Column.figure("Tax"));
        columns.add(Column.figure("Tax in own currency"));
        return columns;
    }

    @Override
    public List<Integer> drawn(Asked asked) {
        return asked.by().equals(BY_RATE) ? List.of(3) : List.of();
    }

    /** What a rate comes to. */
    private record Sum(Money base, Money tax, Money own) {
        Sum plus(Sum o) {
            return new Sum(base.plus(o.base), tax.plus(o.tax), own.plus(o.own));
        }
    }

    /** A share of an entry. */
    private record Share(TaxByRate.Tax tax, Money own) {}

    @Override
    public void each(Business business, Asked asked, Consumer<Line> to) {
        if (asked.by().equals(BY_DOCUMENT)) {
            booked(
                    business,
                    asked,
                    b -> shares(business, b).stream()
                            .filter(s ->
                                    asked.which().isEmpty() || s.tax().rate().equals(asked.which()))
                            .forEach(s -> to.accept(line(b, s))));
            return;
        }
        var sums = new TreeMap<InCurrency, Sum>();
        booked(
                business,
                asked,
                b -> shares(business, b)
                        .forEach(s -> sums.merge(
                                new InCurrency(
                                        b.booked().currency().getCurrencyCode(),
                                        s.tax().rate()),
                                new Sum(s.tax().base(), s.tax().tax(), s.own()),
                                Sum::plus)));
        sums.forEach((key, sum) -> to.accept(line(key, sum, asked)));
    }

    private void booked(Business business, Asked asked, Consumer<TaxStore.Booked> to) {
        store.each(business.id(), account(business.id()), asked, to);
    }

    private AccountCode account(BusinessId business) {
        return ledger.accounts(business).of(AccountRole.OUTPUT_TAX);
    }

    private static List<Share> shares(Business business, TaxStore.Booked b) {
        Money own = Money.ofMinor(business.currency().getCurrencyCode(), b.own());
        List<TaxByRate.Tax> taxes = b.taxes().isEmpty()
                ? List.of(new TaxByRate.Tax(NO_RATE, b.booked().withMinor(0), b.booked()))
                : taxes(b);
        List<Money> owns = b.booked().currency().equals(business.currency())
                ? taxes.stream().map(TaxByRate.Tax::tax).toList()
                : Apportion.byAmounts(
                        own,
                        taxes.stream().map(t -> own.withMinor(t.tax().minor())).toList());
        var shares = new ArrayList<Share>();
        for (int i = 0; i < taxes.size(); i++) shares.add(new Share(taxes.get(i), owns.get(i)));
        return shares;
    }

    /** Documents without tax count as well, since they have a base. */
    private static List<TaxByRate.Tax> taxes(TaxStore.Booked b) {
        boolean issued = b.event() == Event.INVOICE_ISSUED || b.event() == Event.CREDIT_NOTE_ISSUED;
        boolean whole = issued || b.event() == Event.DOCUMENT_VOIDED;
        if (!whole) return TaxByRate.of(b.taxes(), b.booked());
        boolean less = b.credit() == issued;
        return less
                ? b.taxes().stream()
                        .map(t -> new TaxByRate.Tax(
                                t.rate(), t.base().negated(), t.tax().negated()))
                        .toList()
                : b.taxes();
    }

    private static Line line(InCurrency key, Sum sum, Asked asked) {
        String inside =
                "/reports/tax?" + asked.with(BY_DOCUMENT, null, key.label()).query();
        return Line.of(
                key.currency(),
                Cell.of(key.label(), inside),
                Cell.of(key.currency()),
                Cell.of(sum.base(), inside),
                Cell.of(sum.tax(), inside),
                Cell.of(sum.own()));
    }

    private static Line line(TaxStore.Booked b, Share s) {
        return Line.of(
                b.booked().currency().getCurrencyCode(),
                Cell.of(b.day()),
                Cell.of(b.event().words(), "/ledger/entries/" + b.entry()),
                Cell.of(b.number(), b.number().isEmpty() ? null : "/invoices/" + b.number()),
                Cell.of(b.name(), b.customer() == null ? null : "/customers/" + b.customer()),
                Cell.of(s.tax().rate()),
                Cell.of(b.booked().currency().getCurrencyCode()),
                Cell.of(s.tax().base()),
                Cell.of(s.tax().tax()),
                Cell.of(s.own()));
    }

    @Override
    public List<Check> checks(Business business, Asked asked, Totals totals) {
        AccountCode account = account(business.id());
        int tax = columns(asked).size() - 2;
        return totals.currencies().stream()
                .map(currency -> {
                    FindAccounts.Movement moved =
                            accounts.movement(business.id(), account, currency, asked.from(), asked.until());
                    return new Check(
                            "the movement of account %s in %s".formatted(account, currency),
                            moved.credits().minus(moved.debits()),
                            totals.of(currency, tax),
                            "/ledger/accounts/%s?currency=%s&since=%s&until=%s"
                                    .formatted(account, currency, asked.from(), asked.until()));
                })
                .toList();
    }
}
