package exactum.app.reports;

import exactum.app.business.Business;
import exactum.app.ledger.FindAccounts;
import exactum.app.ledger.FindBooks;
import exactum.app.setup.Account;
import exactum.app.setup.FindSetup;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
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
    private static final Set<IncomeStore.By> SUMMED =
            EnumSet.of(IncomeStore.By.ITEM, IncomeStore.By.ACCOUNT, IncomeStore.By.TAGS, IncomeStore.By.MONTH);
    private static final Comparator<IncomeStore.Labelled> MOST_FIRST = Comparator.comparingLong(
                    (IncomeStore.Labelled s) -> -s.net().minor())
            .thenComparing(IncomeStore.Labelled::label);
    private final IncomeStore store;
    private final IncomeSums sums;
    private final DaySums days;
    private final FindSetup setup;
    private final FindBooks books;
    private final FindAccounts accounts;

    IncomeReport(
            IncomeStore store, IncomeSums sums, DaySums days, FindSetup setup, FindBooks books, FindAccounts accounts) {
        this.store = store;
        this.sums = sums;
        this.days = days;
        this.books = books;
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
                Column.figure("Lines"),
                Column.figure("Income"));
    }

    @Override
    public List<Integer> drawn(Asked asked) {
        return List.of(3);
    }

    @Override
    public void each(Business business, Asked asked, Consumer<Line> to) {
        IncomeStore.By by = IncomeStore.By.of(asked.by());
        if (isSummed(by, asked)) gathered(business, by, asked).forEach(s -> to.accept(line(s, by, asked)));
        else store.lines(business.id(), by, asked, s -> to.accept(line(s, by, asked)));
        others(business, asked).forEach(to);
    }

    @Override
    public void collect(Business business, Asked asked, Collected into) {
        IncomeStore.By by = IncomeStore.By.of(asked.by());
        if (isSummed(by, asked)) {
            each(business, asked, into::add);
            return;
        }
        IncomeStore.Some some = store.page(business.id(), by, asked, into.slice(), Collected.DRAWN);
        some.shown().forEach(s -> into.show(line(s, by, asked)));
        some.drawn().forEach(s -> into.draw(line(s, by, asked)));
        some.all().forEach(s -> into.sum(line(s.sum(), Cell.of("")), s.rows()));
        others(business, asked).forEach(into::add);
    }

    private static boolean isSummed(IncomeStore.By by, Asked asked) {
        return asked.isWhole() && SUMMED.contains(by);
    }

    /** What else was booked to accounts of income than lines of documents. */
    private List<Line> others(Business business, Asked asked) {
        if (!asked.isWhole()) return List.of();
        Map<AccountCode, String> names = books.accountNames(business.id());
        return days.between(business, sums, asked.from(), asked.until()).stream()
                .filter(s -> !s.key(IncomeSums.EVENT).isEmpty())
                .map(s -> labelled(account(s, names) + ", " + s.key(IncomeSums.EVENT), s))
                .sorted(MOST_FIRST)
                .map(s -> line(s, Cell.of(s.label())))
                .toList();
    }

    private List<IncomeStore.Labelled> gathered(Business business, IncomeStore.By by, Asked asked) {
        if (by != IncomeStore.By.MONTH)
            return gathered(business, by, days.between(business, sums, asked.from(), asked.until()));
        var months = new ArrayList<Sum>();
        for (YearMonth month : days.months(business, sums, asked.from(), asked.until())) {
            LocalDate first = month.atDay(1).isAfter(asked.from()) ? month.atDay(1) : asked.from();
            LocalDate last = month.atEndOfMonth().isBefore(asked.until()) ? month.atEndOfMonth() : asked.until();
            days.between(business, sums, first, last).stream()
                    .filter(s -> s.key(IncomeSums.EVENT).isEmpty())
                    .map(s -> Sum.of(List.of(s.key(IncomeSums.CURRENCY), month.toString()), s.figure(0), s.figure(1)))
                    .forEach(months::add);
        }
        return labelled(months);
    }

    private List<IncomeStore.Labelled> gathered(Business business, IncomeStore.By by, List<Sum> booked) {
        Map<AccountCode, String> names = books.accountNames(business.id());
        Map<String, String> items = by == IncomeStore.By.ITEM ? store.itemNames(business.id()) : Map.of();
        List<Sum> labelled = booked.stream()
                .filter(s -> s.key(IncomeSums.EVENT).isEmpty())
                .map(s -> Sum.of(
                        List.of(s.key(IncomeSums.CURRENCY), label(by, s, names, items)), s.figure(0), s.figure(1)))
                .toList();
        return labelled(labelled);
    }

    /** Sums by currency and label, the largest first. */
    private static List<IncomeStore.Labelled> labelled(List<Sum> sums) {
        return Sum.gathered(sums).stream()
                .map(s -> labelled(s.key(1), s))
                .sorted(MOST_FIRST)
                .toList();
    }

    private static String label(IncomeStore.By by, Sum s, Map<AccountCode, String> names, Map<String, String> items) {
        return switch (by) {
            case ITEM ->
                s.key(IncomeSums.ITEM).isEmpty()
                        ? "typed: " + s.key(IncomeSums.TYPED)
                        : items.get(s.key(IncomeSums.ITEM));
            case TAGS -> s.key(IncomeSums.TAGS).isEmpty() ? "no tag" : s.key(IncomeSums.TAGS);
            default -> account(s, names);
        };
    }

    private static String account(Sum s, Map<AccountCode, String> names) {
        return s.key(IncomeSums.ACCOUNT) + " " + names.get(new AccountCode(s.key(IncomeSums.ACCOUNT)));
    }

    private static IncomeStore.Labelled labelled(String label, Sum s) {
        return new IncomeStore.Labelled(label, Money.ofMinor(s.key(IncomeSums.CURRENCY), s.figure(0)), s.figure(1));
    }

    private static Line line(IncomeStore.Labelled s, IncomeStore.By by, Asked asked) {
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

    private static Line line(IncomeStore.Labelled s, Cell label) {
        String currency = s.net().currency().getCurrencyCode();
        return Line.of(currency, label, Cell.of(currency), Cell.of(s.lines()), Cell.of(s.net()));
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
