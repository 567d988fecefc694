package exactum.app.reports;

import exactum.app.business.Business;
import exactum.core.money.Money;
import exactum.core.report.RecurringChange;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Consumer;
import org.springframework.stereotype.Component;

/** Recurring income as it stands at the end of each month, and what changed since the month before. */
@Component
class RecurringReport implements ReportKind {
    private static final String BY_MONTH = "month";
    private static final String BY_ARRANGEMENT = "arrangement";
    private static final List<RecurringChange> SHOWN = List.of(
            RecurringChange.NEW,
            RecurringChange.RESUMED,
            RecurringChange.RAISED,
            RecurringChange.LOWERED,
            RecurringChange.PAUSED,
            RecurringChange.LOST);
    private static final What WHAT = What.between(
                    "recurring",
                    "Recurring income",
                    "What do arrangements bring in a month, and what was new, raised, lowered, paused and lost?",
                    BY_MONTH,
                    BY_ARRANGEMENT)
            .drawnInOrder();
    private final RecurringIncomeStore store;

    RecurringReport(RecurringIncomeStore store) {
        this.store = store;
    }

    @Override
    public What what() {
        return WHAT;
    }

    @Override
    public List<Column> columns(Asked asked) {
        var columns = new ArrayList<Column>();
        columns.add(Column.words("Month"));
        if (asked.by().equals(BY_ARRANGEMENT)) {
            columns.add(Column.words("Customer"));
            columns.add(Column.words("Recurring invoice"));
            columns.add(Column.words("Change"));
            columns.add(Column.words("Currency"));
            columns.add(Column.figure("Before"));
            columns.add(Column.figure("Changed by"));
            columns.add(Column.figure("After"));
            return columns;
        }
        columns.add(Column.words("Currency"));
        columns.add(Column.figure("Before"));
        for (RecurringChange change : SHOWN) columns.add(Column.figure(change.words()));
        columns.add(Column.figure("After"));
        return columns;
    }

    @Override
    public List<Integer> drawn(Asked asked) {
        return asked.by().equals(BY_MONTH) ? List.of(columns(asked).size() - 1) : List.of();
    }

    @Override
    public Set<Integer> standings(Asked asked) {
        int after = columns(asked).size() - 1;
        return Set.of(asked.by().equals(BY_MONTH) ? 2 : 5, after);
    }

    /** What an arrangement did in a month. */
    private record Moved(
            YearMonth month, RecurringIncomeStore.Billed of, RecurringChange change, Money before, Money after) {}

    /** What all arrangements did in a month. */
    private static final class Sums {
        private final Map<RecurringChange, Money> changes = new EnumMap<>(RecurringChange.class);
        private Money before;
        private Money after;

        private Sums(Money nothing) {
            before = nothing;
            after = nothing;
            SHOWN.forEach(c -> changes.put(c, nothing));
        }

        private void add(Moved m) {
            before = before.plus(m.before());
            after = after.plus(m.after());
            changes.computeIfPresent(m.change(), (c, sum) -> sum.plus(m.after().minus(m.before())));
        }
    }

    @Override
    public void each(Business business, Asked asked, Consumer<Line> to) {
        if (asked.by().equals(BY_ARRANGEMENT)) {
            moves(business, asked, m -> {
                boolean wanted = asked.which().isEmpty()
                        || asked.which().equals(m.month().toString());
                if (wanted && m.change() != RecurringChange.SAME) to.accept(line(m));
            });
            return;
        }
        var sums = new TreeMap<InCurrency, Sums>();
        moves(
                business,
                asked,
                m -> sums.computeIfAbsent(
                                new InCurrency(
                                        m.after().currency().getCurrencyCode(),
                                        m.month().toString()),
                                k -> new Sums(m.after().withMinor(0)))
                        .add(m));
        sums.forEach((key, sum) -> to.accept(line(key, sum, asked)));
    }

    private void moves(Business business, Asked asked, Consumer<Moved> to) {
        YearMonth first = YearMonth.from(asked.from());
        YearMonth last = YearMonth.from(asked.until());
        var periods = new ArrayList<RecurringIncomeStore.Billed>();
        store.each(business.id(), first.minusMonths(1).atDay(1), last.atEndOfMonth(), asked, billed -> {
            if (!periods.isEmpty() && !periods.getFirst().recurring().equals(billed.recurring())) {
                months(periods, first, last, to);
                periods.clear();
            }
            periods.add(billed);
        });
        if (!periods.isEmpty()) months(periods, first, last, to);
    }

    private static void months(
            List<RecurringIncomeStore.Billed> periods, YearMonth first, YearMonth last, Consumer<Moved> to) {
        RecurringIncomeStore.Billed of = periods.getFirst();
        for (YearMonth m = first; !m.isAfter(last); m = m.plusMonths(1)) {
            Money before = at(periods, m.minusMonths(1));
            Money after = at(periods, m);
            boolean ever = of.firstFrom().isBefore(m.atDay(1));
            RecurringChange change = RecurringChange.of(before, after, ever, of.isEndedBy(m.atEndOfMonth()));
            if (!before.isZero() || !after.isZero()) to.accept(new Moved(m, of, change, before, after));
        }
    }

    /** What the last period that touches a month brings in a month. */
    private static Money at(List<RecurringIncomeStore.Billed> periods, YearMonth month) {
        return periods.stream()
                .filter(p ->
                        !p.from().isAfter(month.atEndOfMonth()) && !p.until().isBefore(month.atDay(1)))
                .reduce((a, b) -> b)
                .map(p -> RecurringChange.aMonth(p.net(), p.cadence()))
                .orElse(periods.getFirst().net().withMinor(0));
    }

    private static Line line(Moved m) {
        String currency = m.after().currency().getCurrencyCode();
        return Line.of(
                currency,
                Cell.of(m.month(), null),
                Cell.of(m.of().customerName(), "/customers/" + m.of().customer()),
                Cell.of(m.of().name(), "/recurring/" + m.of().recurring()),
                Cell.of(m.change().words()),
                Cell.of(currency),
                Cell.of(m.before()),
                Cell.of(m.after().minus(m.before())),
                Cell.of(m.after()));
    }

    private static Line line(InCurrency key, Sums sum, Asked asked) {
        String inside = "/reports/recurring?"
                + asked.with(BY_ARRANGEMENT, null, key.label()).query();
        var cells = new ArrayList<Cell>();
        cells.add(Cell.of(YearMonth.parse(key.label()), inside));
        cells.add(Cell.of(key.currency()));
        cells.add(Cell.of(sum.before));
        SHOWN.forEach(c -> cells.add(Cell.of(sum.changes.get(c))));
        cells.add(Cell.of(sum.after));
        return new Line(key.currency(), cells);
    }

    @Override
    public List<Check> checks(Business business, Asked asked, Totals totals) {
        return List.of();
    }
}
