package exactum.app.reports;

import exactum.app.business.Business;
import exactum.app.ledger.FindBooks;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.report.ServiceTime;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.Consumer;
import java.util.regex.Pattern;
import org.springframework.stereotype.Component;

/** Deferred income: what was billed for time to come, and when it is earned. */
@Component
class DeferredReport implements ReportKind {
    private static final String BY_MONTH = "month";
    private static final String BY_ACCOUNT = "account";
    private static final String BY_LINE = "line";
    private static final String UNTIL_THEN = "Deferred until then";
    private static final Pattern MONTH = Pattern.compile("\\d{4}-(0[1-9]|1[0-2])");
    private static final What WHAT = What.asOf(
                    "deferred",
                    "Deferred income",
                    "What was billed by the end of the day for time after it, and in which months is it earned?",
                    BY_MONTH,
                    BY_ACCOUNT,
                    BY_LINE)
            .drawnInOrder();
    private final DeferredStore store;
    private final DeferredSums sums;
    private final DaySums days;
    private final FindBooks books;

    DeferredReport(DeferredStore store, DeferredSums sums, DaySums days, FindBooks books) {
        this.store = store;
        this.sums = sums;
        this.days = days;
        this.books = books;
    }

    @Override
    public What what() {
        return WHAT;
    }

    @Override
    public List<Column> columns(Asked asked) {
        return switch (asked.by()) {
            case BY_LINE -> {
                var columns = new ArrayList<>(List.of(
                        Column.words("Customer"),
                        Column.words("Document"),
                        Column.words("What"),
                        Column.words("From"),
                        Column.words("Until"),
                        Column.words("Currency"),
                        Column.figure("Billed"),
                        Column.figure("Earned"),
                        Column.figure("Deferred")));
                month(asked).ifPresent(m -> columns.add(Column.figure(UNTIL_THEN)));
                yield columns;
            }
            case BY_ACCOUNT ->
                List.of(
                        Column.words("Account"),
                        Column.words("Currency"),
                        Column.figure("Billed"),
                        Column.figure("Earned"),
                        Column.figure("Deferred"));
            default -> List.of(Column.words("Earned in"), Column.words("Currency"), Column.figure(UNTIL_THEN));
        };
    }

    @Override
    public List<Integer> drawn(Asked asked) {
        return asked.by().equals(BY_MONTH) ? List.of(2) : List.of();
    }

    /** What was billed and what of it is earned. */
    private record Earned(Money billed, Money earned) {
        Earned plus(Earned o) {
            return new Earned(billed.plus(o.billed), earned.plus(o.earned));
        }
    }

    @Override
    public void each(Business business, Asked asked, Consumer<Line> to) {
        LocalDate day = asked.until();
        Map<AccountCode, String> names = books.accountNames(business.id());
        switch (asked.by()) {
            case BY_LINE ->
                store.each(business.id(), asked, o -> {
                    if (isAsked(o.account(), o.time(), asked, names)) to.accept(line(o, asked));
                });
            case BY_ACCOUNT -> {
                var accounts = new TreeMap<InCurrency, Earned>();
                for (DeferredStore.Alike a : alike(business, asked))
                    accounts.merge(
                            new InCurrency(currency(a.time()), label(a.account(), names)),
                            new Earned(
                                    a.time().net().times(a.lines()),
                                    a.time().earned(day).times(a.lines())),
                            Earned::plus);
                accounts.forEach((key, sum) -> to.accept(line(key, sum, asked)));
            }
            default -> {
                var months = new TreeMap<InCurrency, Money>();
                for (DeferredStore.Alike a : alike(business, asked))
                    for (ServiceTime.Share s : ahead(a.time(), day))
                        months.merge(
                                new InCurrency(currency(a.time()), s.month().toString()),
                                s.earned().times(a.lines()),
                                Money::plus);
                months.forEach((key, amount) -> to.accept(Line.of(
                        key.currency(),
                        Cell.of(
                                YearMonth.parse(key.label()),
                                "/reports/deferred?"
                                        + asked.with(BY_LINE, null, key.label()).query()),
                        Cell.of(key.currency()),
                        Cell.of(amount))));
            }
        }
    }

    /**
     * Of the lines of all customers, the newest of the page and some beyond are read, and none after the last; what all come to is
     * known from those that are alike.
     */
    @Override
    public void collect(Business business, Asked asked, Collected into) {
        if (!asked.by().equals(BY_LINE) || asked.isNarrowed()) {
            each(business, asked, into::add);
            return;
        }
        Map<AccountCode, String> names = books.accountNames(business.id());
        List<DeferredStore.Alike> all = alike(business, asked).stream()
                .filter(a -> isAsked(a.account(), a.time(), asked, names))
                .toList();
        var left = new AtomicLong(
                all.stream().mapToLong(DeferredStore.Alike::lines).sum());
        if (left.get() > 0)
            store.some(
                    business.id(),
                    asked,
                    o -> !isAsked(o.account(), o.time(), asked, names)
                            || into.offer(line(o, asked)) & left.decrementAndGet() > 0);
        all.forEach(a -> into.sum(ofLines(a, asked), 0));
    }

    private static boolean isAsked(String account, ServiceTime time, Asked asked, Map<AccountCode, String> names) {
        return month(asked)
                .map(m -> !untilThen(time, m, asked).isZero())
                .orElseGet(() -> asked.which().isEmpty() || asked.which().equals(label(account, names)));
    }

    /** The one that is looked into, if it is one. */
    private static Optional<YearMonth> month(Asked asked) {
        return Optional.of(asked.which())
                .filter(w -> MONTH.matcher(w).matches())
                .map(YearMonth::parse);
    }

    /** What is deferred until a month. */
    private static Money untilThen(ServiceTime time, YearMonth month, Asked asked) {
        return ahead(time, asked.until()).stream()
                .filter(s -> s.month().equals(month))
                .map(ServiceTime.Share::earned)
                .findFirst()
                .orElse(time.net().withMinor(0));
    }

    private List<DeferredStore.Alike> alike(Business business, Asked asked) {
        if (asked.isNarrowed() || !days.areKept(business.id(), sums, asked.until()))
            return store.alike(business.id(), asked);
        return days.after(business, sums, LocalDate.EPOCH, asked.until(), asked.until()).stream()
                .map(s -> new DeferredStore.Alike(
                        s.key(1),
                        new ServiceTime(
                                Money.ofMinor(s.key(0), Long.parseLong(s.key(2))),
                                LocalDate.parse(s.key(3)),
                                LocalDate.parse(s.key(4))),
                        s.figure(0)))
                .toList();
    }

    private static String label(String account, Map<AccountCode, String> names) {
        return account + " " + names.getOrDefault(new AccountCode(account), "");
    }

    private static String currency(ServiceTime time) {
        return time.net().currency().getCurrencyCode();
    }

    /** The months after the day, and what of its own month lies after it. */
    private static List<ServiceTime.Share> ahead(ServiceTime time, LocalDate day) {
        YearMonth first = YearMonth.from(day);
        return time.schedule().stream()
                .filter(s -> !s.month().isBefore(first))
                .map(s -> s.month().equals(first)
                        ? new ServiceTime.Share(
                                first, time.earned(first.atEndOfMonth()).minus(time.earned(day)))
                        : s)
                .filter(s -> !s.earned().isZero())
                .toList();
    }

    private static Line line(InCurrency key, Earned sum, Asked asked) {
        return Line.of(
                key.currency(),
                Cell.of(
                        key.label(),
                        "/reports/deferred?"
                                + asked.with(BY_LINE, null, key.label()).query()),
                Cell.of(key.currency()),
                Cell.of(sum.billed()),
                Cell.of(sum.earned()),
                Cell.of(sum.billed().minus(sum.earned())));
    }

    /** What lines come to that are alike, in the columns of a line. */
    private static Line ofLines(DeferredStore.Alike a, Asked asked) {
        Money billed = a.time().net().times(a.lines());
        Money earned = a.time().earned(asked.until()).times(a.lines());
        var cells = new ArrayList<>(Collections.nCopies(6, Cell.of("")));
        cells.addAll(List.of(Cell.of(billed), Cell.of(earned), Cell.of(billed.minus(earned))));
        month(asked)
                .ifPresent(m -> cells.add(Cell.of(untilThen(a.time(), m, asked).times(a.lines()))));
        return new Line(currency(a.time()), cells);
    }

    private static Line line(DeferredStore.Of o, Asked asked) {
        LocalDate day = asked.until();
        var cells = new ArrayList<>(List.of(
                Cell.of(o.name(), "/customers/" + o.customer()),
                Cell.of(o.number(), "/invoices/" + o.number()),
                Cell.of(o.what()),
                Cell.of(o.time().from()),
                Cell.of(o.time().until()),
                Cell.of(currency(o.time())),
                Cell.of(o.time().net()),
                Cell.of(o.time().earned(day)),
                Cell.worked(o.time().deferred(day), o.time().working(day))));
        month(asked).ifPresent(m -> cells.add(Cell.of(untilThen(o.time(), m, asked))));
        return new Line(currency(o.time()), cells);
    }

    @Override
    public List<Check> checks(Business business, Asked asked, Totals totals) {
        return List.of();
    }
}
