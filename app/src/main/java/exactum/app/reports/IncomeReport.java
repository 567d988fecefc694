package exactum.app.reports;

import exactum.app.business.Business;
import exactum.app.ledger.FindAccounts;
import exactum.app.setup.Account;
import exactum.app.setup.FindSetup;
import exactum.core.money.Money;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.function.Consumer;
import org.springframework.stereotype.Component;

/** Income between two days by item, account, tags, customer, group or month. */
@Component
class IncomeReport implements ReportKind {
    private static final String INCOME = "income";
    private static final What WHAT = What.between(
            INCOME,
            "Income",
            "What was billed between two days, without tax, for which items, tags and customers?",
            Arrays.stream(IncomeStore.By.values()).map(IncomeStore.By::words).toArray(String[]::new));
    private final IncomeStore store;
    private final FindSetup setup;
    private final FindAccounts accounts;

    IncomeReport(IncomeStore store, FindSetup setup, FindAccounts accounts) {
        this.store = store;
        this.setup = setup;
        this.accounts = accounts;
    }

    @Override
    public What what() {
        return WHAT;
    }

    @Override
    public List<Column> columns(Asked asked) {
        return List.of(
                Column.words(asked.by().substring(0, 1).toUpperCase(Locale.ROOT)
                        + asked.by().substring(1)),
                Column.words("Currency"),
                Column.figure("Documents"),
                Column.figure("Income"));
    }

    @Override
    public List<Integer> drawn(Asked asked) {
        return List.of(3);
    }

    @Override
    public void each(Business business, Asked asked, Consumer<Line> to) {
        IncomeStore.By by = IncomeStore.By.of(asked.by());
        store.lines(business.id(), by, asked, s -> to.accept(line(s, by, asked)));
        if (asked.isWhole())
            store.other(business.id(), asked.from(), asked.until(), s -> to.accept(line(s, Cell.of(s.label()))));
    }

    private static Line line(IncomeStore.Sum s, IncomeStore.By by, Asked asked) {
        String inside = by == IncomeStore.By.DOCUMENT
                ? "/invoices/" + s.label()
                : "/reports/income?"
                        + asked.with(
                                        IncomeStore.By.DOCUMENT.words(),
                                        null,
                                        by.words() + IncomeStore.BETWEEN + s.label())
                                .query();
        return line(s, Cell.of(s.label(), inside));
    }

    private static Line line(IncomeStore.Sum s, Cell label) {
        String currency = s.net().currency().getCurrencyCode();
        return Line.of(currency, label, Cell.of(currency), Cell.of(s.documents()), Cell.of(s.net()));
    }

    @Override
    public List<Check> checks(Business business, Asked asked, Totals totals) {
        List<Account> incomes = setup.accounts(business.id()).stream()
                .filter(a -> a.kind().equals(INCOME))
                .toList();
        return totals.currencies().stream()
                .map(currency -> new Check(
                        "the movement of all accounts of income in " + currency,
                        Money.sum(
                                Money.ofMinor(currency, 0).currency(),
                                incomes.stream()
                                        .map(a -> accounts.movement(
                                                business.id(), a.code(), currency, asked.from(), asked.until()))
                                        .map(m -> m.credits().minus(m.debits()))
                                        .toList()),
                        totals.of(currency, 3),
                        "/ledger?on=" + asked.until()))
                .toList();
    }
}
