package exactum.app.reports;

import exactum.app.business.Business;
import exactum.app.installation.BusinessClock;
import exactum.core.ids.RecurringId;
import exactum.core.money.Money;
import exactum.core.report.RecurringChange;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.stream.Stream;
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
    private final BusinessClock clock;

    RecurringReport(RecurringIncomeStore store, BusinessClock clock) {
        this.store = store;
        this.clock = clock;
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
    private record Moved(YearMonth month, RecurringChange change, Money before, Money after) {}

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

        private void add(Moved m, long many) {
            before = before.plus(m.before().times(many));
            after = after.plus(m.after().times(many));
            changes.computeIfPresent(
                    m.change(), (c, sum) -> sum.plus(m.after().minus(m.before()).times(many)));
        }
    }

    @Override
    public void each(Business business, Asked asked, Consumer<Line> to) {
        YearMonth first = YearMonth.from(asked.from());
        YearMonth last = YearMonth.from(asked.until());
        YearMonth now = YearMonth.from(clock.today(business.id()));
        if (asked.by().equals(BY_ARRANGEMENT)) {
            arrangements(business, asked, first, last, now, to);
            return;
        }
        var sums = new TreeMap<InCurrency, Sums>();
        for (RecurringIncomeStore.Alike alike : store.alike(business.id(), start(first), last.atEndOfMonth(), asked))
            for (Moved m : moves(alike.billed(), first, last, now))
                sums.computeIfAbsent(
                                new InCurrency(
                                        m.after().currency().getCurrencyCode(),
                                        m.month().toString()),
                                k -> new Sums(m.after().withMinor(0)))
                        .add(m, alike.many());
        sums.forEach((key, sum) -> to.accept(line(key, sum, asked)));
    }

    /** Of each that changed, what it did. */
    private void arrangements(
            Business business, Asked asked, YearMonth first, YearMonth last, YearMonth now, Consumer<Line> to) {
        var changes = new HashMap<RecurringId, List<Moved>>();
        for (RecurringIncomeStore.Alike alike : store.named(business.id(), start(first), last.atEndOfMonth(), asked)) {
            List<Moved> changed = moves(alike.billed(), first, last, now).stream()
                    .filter(m -> m.change() != RecurringChange.SAME)
                    .filter(m -> asked.which().isEmpty()
                            || asked.which().equals(m.month().toString()))
                    .toList();
            if (!changed.isEmpty()) alike.which().forEach(id -> changes.merge(id, changed, RecurringReport::joined));
        }
        for (RecurringIncomeStore.Named of : store.names(business.id(), changes.keySet()))
            changes.get(of.recurring()).forEach(m -> to.accept(line(of, m)));
    }

    /** Of one that is billed in several currencies. */
    private static List<Moved> joined(List<Moved> a, List<Moved> b) {
        return Stream.concat(a.stream(), b.stream()).toList();
    }

    /** Of the month before the first it must be known what it brought. */
    private static LocalDate start(YearMonth first) {
        return first.minusMonths(1).atDay(1);
    }

    private static List<Moved> moves(RecurringIncomeStore.Billed of, YearMonth first, YearMonth last, YearMonth now) {
        var moves = new ArrayList<Moved>();
        for (YearMonth m = first; !m.isAfter(last); m = m.plusMonths(1)) {
            Money before = at(of, m.minusMonths(1), now);
            Money after = at(of, m, now);
            boolean ever = of.firstFrom().isBefore(m.atDay(1));
            RecurringChange change = RecurringChange.of(before, after, ever, of.isEndedBy(m.atEndOfMonth()));
            if (!before.isZero() || !after.isZero()) moves.add(new Moved(m, change, before, after));
        }
        return moves;
    }

    /**
     * What it brings in a month: of what was billed for it last. A month that is not over may not be billed yet: one that goes on, and
     * was billed until that month, brings then what it did.
     */
    private static Money at(RecurringIncomeStore.Billed of, YearMonth month, YearMonth now) {
        RecurringIncomeStore.Period last = of.periods().getLast();
        boolean goesOn = of.active()
                && !month.isBefore(now)
                && !last.until().isBefore(now.atDay(1))
                && !last.from().isAfter(month.atEndOfMonth());
        return of.periods().stream()
                .filter(p ->
                        !p.from().isAfter(month.atEndOfMonth()) && p.until().isAfter(month.atDay(1)))
                .reduce((a, b) -> b)
                .or(() -> goesOn ? Optional.of(last) : Optional.empty())
                .map(p -> RecurringChange.aMonth(p.net(), of.cadence()))
                .orElse(last.net().withMinor(0));
    }

    private static Line line(RecurringIncomeStore.Named of, Moved m) {
        String currency = m.after().currency().getCurrencyCode();
        return Line.of(
                currency,
                Cell.of(m.month(), null),
                Cell.of(of.customerName(), "/customers/" + of.customer()),
                Cell.of(of.name(), "/recurring/" + of.recurring()),
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
