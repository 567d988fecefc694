package exactum.app.reports;

import exactum.app.business.Business;
import exactum.app.ledger.FindBooks;
import exactum.app.ledger.Ledger;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.AccountRole;
import exactum.core.money.Money;
import exactum.core.report.AgeBand;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.function.Consumer;
import org.springframework.stereotype.Component;

/** Aged receivables: how old is what is owed, by customer or invoice by invoice. */
@Component
class AgedReport implements ReportKind {
    private static final String BY_CUSTOMER = "customer";
    private static final String BY_INVOICE = "invoice";
    private static final What WHAT = What.asOf(
            "aged",
            "Aged receivables",
            "How old is what customers owed at the end of the day?",
            BY_CUSTOMER,
            BY_INVOICE);
    private static final int BEFORE_BANDS = 7;
    private final OpenStore store;
    private final Ledger ledger;
    private final FindBooks books;

    AgedReport(OpenStore store, Ledger ledger, FindBooks books) {
        this.store = store;
        this.ledger = ledger;
        this.books = books;
    }

    @Override
    public What what() {
        return WHAT;
    }

    @Override
    public List<Column> columns(Asked asked) {
        var columns = new ArrayList<Column>();
        columns.add(Column.words("Customer"));
        if (asked.by().equals(BY_INVOICE)) {
            columns.add(Column.words("Invoice"));
            columns.add(Column.words("Part"));
            columns.add(Column.words("Date"));
            columns.add(Column.words("Due"));
            columns.add(Column.figure("Days late"));
        }
        columns.add(Column.words("Currency"));
        for (AgeBand band : AgeBand.values()) columns.add(Column.figure(band.words()));
        columns.add(Column.figure("Total"));
        return columns;
    }

    @Override
    public List<Integer> drawn(Asked asked) {
        return asked.by().equals(BY_CUSTOMER) ? List.of(2, 3, 4, 5, 6) : List.of();
    }

    @Override
    public void each(Business business, Asked asked, Consumer<Line> to) {
        AccountCode receivables = ledger.accounts(business.id()).of(AccountRole.RECEIVABLES);
        if (asked.by().equals(BY_CUSTOMER))
            store.byCustomer(business.id(), receivables, asked, c -> to.accept(ofCustomer(c, asked)));
        else store.byItem(business.id(), receivables, asked, i -> to.accept(ofItem(i, asked)));
    }

    @Override
    public void collect(Business business, Asked asked, Collected into) {
        AccountCode receivables = ledger.accounts(business.id()).of(AccountRole.RECEIVABLES);
        if (asked.by().equals(BY_INVOICE)) {
            store.pageByItem(business.id(), receivables, asked, into.slice()).forEach(i -> into.show(ofItem(i, asked)));
            store.sums(business.id(), receivables, asked).forEach(s -> into.sum(ofItems(s.sum()), s.rows()));
            return;
        }
        var page = store.pageByCustomer(business.id(), receivables, asked, into.slice(), Collected.DRAWN);
        page.rows().forEach(r -> {
            Line line = ofCustomer(r.row(), asked);
            if (into.slice().has(r.rank())) into.show(line);
            if (r.rank() <= Collected.DRAWN) into.draw(line);
        });
        page.sums().forEach(s -> into.sum(ofCustomer(s.sum(), asked), s.rows()));
    }

    private static Line ofCustomer(OpenStore.OfCustomer c, Asked asked) {
        String inside = c.customer() == null
                ? null
                : "/reports/aged?" + asked.with(BY_INVOICE, c.customer(), "").query();
        var cells = new ArrayList<Cell>();
        cells.add(Cell.of(c.name(), inside));
        cells.add(Cell.of(c.currency()));
        c.bands().forEach(b -> cells.add(Cell.of(b, b.isZero() ? null : inside)));
        cells.add(Cell.of(c.total(), inside));
        return new Line(c.currency(), cells);
    }

    /** What items come to, in the columns of an item. */
    private static Line ofItems(OpenStore.OfCustomer sum) {
        var cells = new ArrayList<>(Collections.nCopies(BEFORE_BANDS, Cell.of("")));
        sum.bands().forEach(b -> cells.add(Cell.of(b)));
        cells.add(Cell.of(sum.total()));
        return new Line(sum.currency(), cells);
    }

    private static Line ofItem(OpenStore.Item i, Asked asked) {
        String currency = i.open().currency().getCurrencyCode();
        AgeBand its = AgeBand.of(i.due(), asked.until());
        var cells = new ArrayList<Cell>();
        cells.add(Cell.of(i.name(), i.customer() == null ? null : "/customers/" + i.customer()));
        cells.add(Cell.of(i.number(), i.number().isEmpty() ? null : "/invoices/" + i.number()));
        cells.add(Cell.of(i.seq() == null ? "" : i.description().isEmpty() ? "part " + i.seq() : i.description()));
        cells.add(Cell.of(i.date()));
        cells.add(Cell.of(i.due()));
        cells.add(Cell.of(Math.max(0, ChronoUnit.DAYS.between(i.due(), asked.until()))));
        cells.add(Cell.of(currency));
        Arrays.stream(AgeBand.values())
                .forEach(b -> cells.add(Cell.of(b == its ? i.open() : i.open().withMinor(0))));
        cells.add(Cell.of(i.open()));
        return new Line(currency, cells);
    }

    @Override
    public List<Check> checks(Business business, Asked asked, Totals totals) {
        AccountCode receivables = ledger.accounts(business.id()).of(AccountRole.RECEIVABLES);
        int total = columns(asked).size() - 1;
        return books.trialBalance(business.id(), asked.until()).stream()
                .filter(b -> b.code().equals(receivables))
                .map(FindBooks.Balance::balance)
                .map(balance -> check(receivables, balance, asked, totals, total))
                .toList();
    }

    private static Check check(AccountCode account, Money balance, Asked asked, Totals totals, int column) {
        String currency = balance.currency().getCurrencyCode();
        return new Check(
                "account %s in %s".formatted(account, currency),
                balance,
                totals.of(currency, column),
                "/ledger/accounts/%s?currency=%s&until=%s".formatted(account, currency, asked.until()));
    }
}
