package exactum.app.reports;

import exactum.app.business.Business;
import exactum.app.ledger.FindAccounts;
import exactum.app.setup.Account;
import exactum.app.setup.FindSetup;
import exactum.core.money.Money;
import java.time.YearMonth;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.Consumer;
import org.springframework.stereotype.Component;

/** Income between two days by item, account, tags, customer, group, month or document. */
@Component
class IncomeReport implements ReportKind {
    private static final String INCOME = "income";
    private static final What WHAT = What.between(
            INCOME,
            "Income",
            "What was billed between two days, without tax, for which items, tags and customers?",
            Arrays.stream(IncomeStore.By.values()).map(IncomeStore.By::words).toArray(String[]::new));
    private final IncomeStore store;
    private final IncomeOfDays days;
    private final FindSetup setup;
    private final FindAccounts accounts;

    IncomeReport(IncomeStore store, IncomeOfDays days, FindSetup setup, FindAccounts accounts) {
        this.store = store;
        this.days = days;
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
        return by(asked) == IncomeStore.By.DOCUMENT ? List.of() : List.of(3);
    }

    private static IncomeStore.By by(Asked asked) {
        return IncomeStore.By.of(asked.by());
    }

    @Override
    public void each(Business business, Asked asked, Consumer<Line> to) {
        IncomeStore.By by = by(asked);
        Consumer<IncomeStore.Labelled> each = s -> to.accept(line(s, asked));
        if (days.tell(by, asked)) days.documents(business, by, asked).forEach(each);
        else if (by == IncomeStore.By.DOCUMENT)
            store.documents(business.id(), asked, s -> {
                each.accept(s);
                return true;
            });
        else store.lines(business.id(), by, asked, each);
        others(business, asked).forEach(to);
    }

    @Override
    public void collect(Business business, Asked asked, Collected into) {
        IncomeStore.By by = by(asked);
        if (days.tell(by, asked)) each(business, asked, into::add);
        else if (by == IncomeStore.By.DOCUMENT) collectDocuments(business, asked, into);
        else collectLabels(business, asked, into);
    }

    private void collectLabels(Business business, Asked asked, Collected into) {
        IncomeStore.Some some = store.page(business.id(), by(asked), asked, into.slice(), Collected.DRAWN);
        some.shown().forEach(s -> into.show(line(s, asked)));
        some.drawn().forEach(s -> into.draw(line(s, asked)));
        some.all().forEach(s -> into.sum(line(s.sum(), Cell.of("")), s.rows()));
        others(business, asked).forEach(into::add);
    }

    /** Those of the page and some beyond are read, if it is known otherwise what all come to; none after the last that has a line. */
    private void collectDocuments(Business business, Asked asked, Collected into) {
        if (!days.tellAll(asked)) {
            each(business, asked, into::add);
            return;
        }
        List<IncomeStore.Labelled> all = days.documents(business, IncomeStore.By.ACCOUNT, asked);
        var left = new AtomicLong(
                all.stream().mapToLong(IncomeStore.Labelled::lines).sum());
        if (left.get() > 0)
            store.documents(business.id(), asked, s -> into.offer(line(s, asked)) & left.addAndGet(-s.lines()) > 0);
        all.forEach(s -> into.sum(line(s, Cell.of("")), 0));
        for (Line other : others(business, asked)) {
            if (!into.isMore()) into.offer(other);
            into.sum(other, 0);
        }
    }

    private List<Line> others(Business business, Asked asked) {
        return days.others(business, asked).stream()
                .map(s -> line(s, Cell.of(s.label())))
                .toList();
    }

    private static Line line(IncomeStore.Labelled s, Asked asked) {
        String inside = by(asked) == IncomeStore.By.DOCUMENT
                ? "/invoices/" + s.label()
                : "/reports/income?" + documents(s, asked).query();
        return line(s, Cell.of(s.label(), inside));
    }

    /** The documents of a row. */
    private static Asked documents(IncomeStore.Labelled s, Asked asked) {
        var inside = new IncomeStore.Inside(by(asked), s.label());
        String documents = IncomeStore.By.DOCUMENT.words();
        return switch (inside.by()) {
            case CUSTOMER -> asked.with(documents, s.customer(), asked.which());
            case MONTH -> {
                var span = IncomeOfDays.Span.of(YearMonth.parse(s.label()), asked);
                yield asked.between(span.from(), span.until()).with(documents, null, inside.which());
            }
            default -> asked.with(documents, null, inside.which());
        };
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
