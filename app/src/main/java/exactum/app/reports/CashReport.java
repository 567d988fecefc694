package exactum.app.reports;

import exactum.app.business.Business;
import exactum.app.ledger.FindBooks;
import exactum.app.ledger.Ledger;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.AccountRole;
import exactum.core.ledger.Accounts;
import exactum.core.money.Money;
import exactum.core.report.CashBridge;
import exactum.core.working.Working;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Consumer;
import org.springframework.stereotype.Component;

/** Accrual and cash basis side by side, and what lies between them. */
@Component
class CashReport implements ReportKind {
    private static final String BY_ACCOUNT = "account";
    private static final String BY_DOCUMENT = "document";
    private static final What WHAT = What.between(
            "cash-basis",
            "Accrual and cash basis",
            "What was billed between two days, what of it was received, and what lies between?",
            BY_ACCOUNT,
            BY_DOCUMENT);
    private final CashStore store;
    private final Ledger ledger;
    private final FindBooks books;

    CashReport(CashStore store, Ledger ledger, FindBooks books) {
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
        if (asked.by().equals(BY_DOCUMENT)) {
            columns.add(Column.words("Document"));
            columns.add(Column.words("Customer"));
        }
        columns.add(Column.words("Account"));
        columns.add(Column.words("Currency"));
        columns.add(Column.figure("Accrual basis"));
        columns.add(Column.figure("plus open before"));
        columns.add(Column.figure("less open after"));
        columns.add(Column.figure("less settled otherwise"));
        columns.add(Column.figure("Cash basis"));
        return columns;
    }

    @Override
    public List<Integer> drawn(Asked asked) {
        return asked.by().equals(BY_ACCOUNT) ? List.of(6) : List.of();
    }

    @Override
    public void each(Business business, Asked asked, Consumer<Line> to) {
        Map<AccountCode, String> names = books.accountNames(business.id());
        if (asked.by().equals(BY_DOCUMENT)) {
            documents(
                    business,
                    asked,
                    d -> CashBridge.of(d.doc()).stream()
                            .filter(r ->
                                    asked.which().isEmpty() || label(r, names).equals(asked.which()))
                            .filter(r -> !isNothing(r))
                            .forEach(r -> to.accept(line(d, r, names))));
            return;
        }
        var sums = new TreeMap<InCurrency, CashBridge.Row>();
        documents(
                business,
                asked,
                d -> CashBridge.of(d.doc())
                        .forEach(r -> sums.merge(
                                new InCurrency(
                                        r.accrual().currency().getCurrencyCode(),
                                        r.account().value()),
                                r,
                                CashBridge.Row::plus)));
        sums.values().forEach(r -> to.accept(line(r, names, asked)));
    }

    private void documents(Business business, Asked asked, Consumer<CashStore.Of> to) {
        Accounts accounts = ledger.accounts(business.id());
        store.each(business.id(), accounts.of(AccountRole.RECEIVABLES), accounts.of(AccountRole.CREDIT), asked, to);
    }

    private static boolean isNothing(CashBridge.Row r) {
        return r.accrual().isZero()
                && r.openBefore().isZero()
                && r.openAfter().isZero()
                && r.otherwise().isZero()
                && r.cash().isZero();
    }

    private static String label(CashBridge.Row r, Map<AccountCode, String> names) {
        return r.account() + " " + names.getOrDefault(r.account(), "");
    }

    private static Line line(CashBridge.Row r, Map<AccountCode, String> names, Asked asked) {
        String inside = "/reports/cash-basis?"
                + asked.with(BY_DOCUMENT, null, label(r, names)).query();
        var cells = new ArrayList<Cell>();
        cells.add(Cell.of(label(r, names), inside));
        cells.addAll(figures(r));
        return new Line(r.cash().currency().getCurrencyCode(), cells);
    }

    private static Line line(CashStore.Of d, CashBridge.Row r, Map<AccountCode, String> names) {
        var cells = new ArrayList<Cell>();
        cells.add(Cell.of(d.number(), "/invoices/" + d.number()));
        cells.add(Cell.of(d.name(), "/customers/" + d.customer()));
        cells.add(Cell.of(label(r, names)));
        cells.addAll(figures(r));
        return new Line(r.cash().currency().getCurrencyCode(), cells);
    }

    private static List<Cell> figures(CashBridge.Row r) {
        return List.of(
                Cell.of(r.cash().currency().getCurrencyCode()),
                Cell.of(r.accrual()),
                Cell.of(r.openBefore()),
                Cell.of(r.openAfter().negated()),
                Cell.of(r.otherwise().negated()),
                Cell.worked(r.cash(), working(r)));
    }

    private static Working working(CashBridge.Row r) {
        return Working.on("Cash basis of account " + r.account())
                .step(r.accrual().text() + " billed less credited between the days", "entries of documents")
                .step(
                        "plus " + r.openBefore().text() + " that was open at the beginning",
                        "its share of open documents")
                .step("less " + r.openAfter().text() + " that was open at the end", "its share of open documents")
                .step(
                        "less " + r.otherwise().text() + " settled otherwise than by money",
                        "credited, discounted, tolerated, written off")
                .step("makes " + r.cash().text() + " received less paid out")
                .done();
    }

    @Override
    public List<Check> checks(Business business, Asked asked, Totals totals) {
        Accounts accounts = ledger.accounts(business.id());
        int cash = columns(asked).size() - 1;
        String journal = "/ledger/journal?from=%s&until=%s".formatted(asked.from(), asked.until());
        var checks = new ArrayList<Check>();
        for (Money billed : store.billed(
                business.id(), accounts.of(AccountRole.RECEIVABLES), accounts.of(AccountRole.CREDIT), asked))
            checks.add(check("what documents booked", billed, totals, cash - 4, journal));
        for (Money received : store.received(business.id(), asked))
            checks.add(check("money that settled documents", received, totals, cash, journal));
        return checks;
    }

    private static Check check(String words, Money there, Totals totals, int column, String href) {
        String currency = there.currency().getCurrencyCode();
        return new Check(words + " in " + currency, there, totals.of(currency, column), href);
    }
}
