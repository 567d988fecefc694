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
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.stream.Stream;
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
    private final CashSums sums;
    private final CashCheckSums mustBe;
    private final DaySums days;
    private final Ledger ledger;
    private final FindBooks books;

    CashReport(CashStore store, CashSums sums, CashCheckSums mustBe, DaySums days, Ledger ledger, FindBooks books) {
        this.store = store;
        this.sums = sums;
        this.mustBe = mustBe;
        this.days = days;
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
            documents(business, asked, d -> rows(d, asked, names).forEach(r -> to.accept(line(d, r, names))));
            return;
        }
        byAccount(business, asked).stream().filter(r -> !isNothing(r)).forEach(r -> to.accept(line(r, names, asked)));
    }

    /** Of the documents of all customers, those of the page and some beyond are read; what all come to is known from their accounts. */
    @Override
    public void collect(Business business, Asked asked, Collected into) {
        if (asked.isNarrowed() || !asked.by().equals(BY_DOCUMENT)) {
            each(business, asked, into::add);
            return;
        }
        Map<AccountCode, String> names = books.accountNames(business.id());
        Accounts accounts = ledger.accounts(business.id());
        store.some(
                business.id(),
                accounts.of(AccountRole.RECEIVABLES),
                accounts.of(AccountRole.CREDIT),
                asked,
                d -> rows(d, asked, names).allMatch(r -> into.offer(line(d, r, names))));
        byAccount(business, asked).stream()
                .filter(r -> isAsked(r, asked, names) && !isNothing(r))
                .forEach(r -> into.sum(ofDocuments(r), 0));
    }

    private static Stream<CashBridge.Row> rows(CashStore.Of d, Asked asked, Map<AccountCode, String> names) {
        return CashBridge.of(d.doc()).stream()
                .filter(r -> isAsked(r, asked, names))
                .filter(r -> !isNothing(r));
    }

    private static boolean isAsked(CashBridge.Row r, Asked asked, Map<AccountCode, String> names) {
        return asked.which().isEmpty() || label(r, names).equals(asked.which());
    }

    private Collection<CashBridge.Row> byAccount(Business business, Asked asked) {
        var rows = new TreeMap<InCurrency, CashBridge.Row>();
        if (asked.isNarrowed()
                || !days.areKept(business.id(), sums, asked.from().minusDays(1))) {
            documents(
                    business,
                    asked,
                    d -> CashBridge.of(d.doc()).forEach(r -> rows.merge(account(r), r, CashBridge.Row::plus)));
            return rows.values();
        }
        for (Sum s : days.between(business, sums, LocalDate.EPOCH, asked.from().minusDays(1))) {
            CashBridge.Row r = before(s);
            rows.put(account(r), r);
        }
        for (Sum s : days.between(business, sums, asked.from(), asked.until())) {
            CashBridge.Row r = between(s);
            rows.merge(account(r), r, CashBridge.Row::plus);
        }
        return rows.values();
    }

    private static InCurrency account(CashBridge.Row r) {
        return new InCurrency(
                r.accrual().currency().getCurrencyCode(), r.account().value());
    }

    /** What all days before leave open. */
    private static CashBridge.Row before(Sum s) {
        return CashBridge.Row.open(code(s), amount(s, 0).minus(amount(s, 1)).minus(amount(s, 2)));
    }

    /** What the days moved. */
    private static CashBridge.Row between(Sum s) {
        return CashBridge.Row.moved(code(s), amount(s, 0), amount(s, 1), amount(s, 2));
    }

    private static AccountCode code(Sum s) {
        return new AccountCode(s.key(1));
    }

    private static Money amount(Sum s, int i) {
        return Money.ofMinor(s.key(0), s.figure(i));
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

    /** What documents come to, in the columns of a document. */
    private static Line ofDocuments(CashBridge.Row r) {
        var cells = new ArrayList<>(Collections.nCopies(3, Cell.of("")));
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
        int cash = columns(asked).size() - 1;
        String journal = "/ledger/journal?from=%s&until=%s".formatted(asked.from(), asked.until());
        var checks = new ArrayList<Check>();
        List<Sum> there = days.between(business, mustBe, asked.from(), asked.until()).stream()
                .sorted(Comparator.comparing((Sum s) -> s.key(1)).thenComparing(s -> s.key(0)))
                .toList();
        for (Sum s : there)
            checks.add(
                    s.key(1).equals(CashCheckSums.BILLED)
                            ? check("what documents booked", amount(s, 0), totals, cash - 4, journal)
                            : check("money that settled documents", amount(s, 0), totals, cash, journal));
        return checks;
    }

    private static Check check(String words, Money there, Totals totals, int column, String href) {
        String currency = there.currency().getCurrencyCode();
        return new Check(words + " in " + currency, there, totals.of(currency, column), href);
    }
}
