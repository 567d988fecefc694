package exactum.app.reports;

import exactum.app.business.Business;
import exactum.app.ledger.FindAccounts;
import exactum.app.ledger.Ledger;
import exactum.core.ids.BusinessId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.AccountRole;
import exactum.core.money.Money;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.Consumer;
import org.springframework.stereotype.Component;

/** Output tax by rate between two days, in the document's currency and the business's own, with what makes it up. */
@Component
class TaxReport implements ReportKind {
    private static final String BY_RATE = "rate";
    private static final String BY_DOCUMENT = "document";
    private static final What WHAT = What.between(
            "tax",
            "Output tax",
            "Which tax was booked between two days, at which rates, and what makes it up?",
            BY_RATE,
            BY_DOCUMENT);
    private final TaxStore store;
    private final TaxSums sums;
    private final DaySums days;
    private final Ledger ledger;
    private final FindAccounts accounts;

    TaxReport(TaxStore store, TaxSums sums, DaySums days, Ledger ledger, FindAccounts accounts) {
        this.store = store;
        this.sums = sums;
        this.days = days;
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

    @Override
    public void each(Business business, Asked asked, Consumer<Line> to) {
        if (asked.by().equals(BY_DOCUMENT)) {
            booked(
                    business,
                    asked,
                    b -> TaxShare.of(business, b).stream()
                            .filter(s -> isAsked(s.tax().rate(), asked))
                            .forEach(s -> to.accept(line(b, s))));
            return;
        }
        List<Sum> rates = asked.isNarrowed()
                ? sums.work(business, asked)
                : days.between(business, sums, asked.from(), asked.until());
        rates.stream()
                .sorted(Comparator.comparing((Sum s) -> s.key(0)).thenComparing(s -> s.key(1)))
                .forEach(s -> to.accept(line(s, business, asked)));
    }

    /** Of the documents of all customers, those of the page and some beyond are read; what all come to is known from their rates. */
    @Override
    public void collect(Business business, Asked asked, Collected into) {
        if (asked.isNarrowed() || !asked.by().equals(BY_DOCUMENT)) {
            each(business, asked, into::add);
            return;
        }
        store.some(
                business.id(),
                account(business.id()),
                asked,
                b -> TaxShare.of(business, b).stream()
                        .filter(s -> isAsked(s.tax().rate(), asked))
                        .allMatch(s -> into.offer(line(b, s))));
        days.between(business, sums, asked.from(), asked.until()).stream()
                .filter(s -> isAsked(s.key(1), asked))
                .forEach(s -> into.sum(ofDocuments(s, business), 0));
    }

    private static boolean isAsked(String rate, Asked asked) {
        return asked.which().isEmpty() || rate.equals(asked.which());
    }

    private void booked(Business business, Asked asked, Consumer<TaxStore.Booked> to) {
        store.each(business.id(), account(business.id()), asked, to);
    }

    private AccountCode account(BusinessId business) {
        return ledger.accounts(business).of(AccountRole.OUTPUT_TAX);
    }

    private static Line line(Sum s, Business business, Asked asked) {
        String currency = s.key(0);
        String rate = s.key(1);
        String inside = "/reports/tax?" + asked.with(BY_DOCUMENT, null, rate).query();
        return Line.of(
                currency,
                Cell.of(rate, inside),
                Cell.of(currency),
                Cell.of(Money.ofMinor(currency, s.figure(0)), inside),
                Cell.of(Money.ofMinor(currency, s.figure(1)), inside),
                Cell.of(Money.ofMinor(business.currency().getCurrencyCode(), s.figure(2))));
    }

    /** What documents come to, in the columns of a document. */
    private static Line ofDocuments(Sum s, Business business) {
        Cell none = Cell.of("");
        return Line.of(
                s.key(0),
                none,
                none,
                none,
                none,
                none,
                none,
                Cell.of(Money.ofMinor(s.key(0), s.figure(0))),
                Cell.of(Money.ofMinor(s.key(0), s.figure(1))),
                Cell.of(Money.ofMinor(business.currency().getCurrencyCode(), s.figure(2))));
    }

    private static Line line(TaxStore.Booked b, TaxShare s) {
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
