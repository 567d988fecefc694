package exactum.app.reports;

import exactum.app.business.Business;
import exactum.core.money.Money;
import exactum.core.working.Working;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.temporal.TemporalAdjusters;
import java.util.Comparator;
import java.util.List;
import java.util.function.Consumer;
import org.springframework.stereotype.Component;

/** Expected cash of past weeks as it stood when each began, what came, and how far off that was. */
@Component
class ExpectedReport implements ReportKind {
    private static final What WHAT = What.between(
                    "expected", "Expected cash and what came", "How far off was what we expected week by week?", "week")
            .drawnInOrder();
    private final ExpectedStore store;
    private final ExpectedSums sums;
    private final DaySums days;

    ExpectedReport(ExpectedStore store, ExpectedSums sums, DaySums days) {
        this.store = store;
        this.sums = sums;
        this.days = days;
    }

    @Override
    public What what() {
        return WHAT;
    }

    @Override
    public List<Column> columns(Asked asked) {
        return List.of(
                Column.words("Week from"),
                Column.words("Currency"),
                Column.figure("Expected"),
                Column.figure("of it came"),
                Column.figure("came besides"),
                Column.figure("Came"),
                Column.figure("Off by"));
    }

    @Override
    public List<Integer> drawn(Asked asked) {
        return List.of(3, 4);
    }

    @Override
    public void each(Business business, Asked asked, Consumer<Line> to) {
        weeks(business, asked).forEach(w -> to.accept(line(w)));
    }

    private List<ExpectedStore.Week> weeks(Business business, Asked asked) {
        if (asked.isNarrowed()) return store.weeks(business.id(), asked);
        LocalDate first = asked.from().with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY));
        LocalDate last = asked.until().with(TemporalAdjusters.nextOrSame(DayOfWeek.SUNDAY));
        return days.between(business, sums, first, last).stream()
                .sorted(Comparator.comparing((Sum s) -> s.key(0)).thenComparing(s -> s.key(1)))
                .map(s -> new ExpectedStore.Week(
                        LocalDate.parse(s.key(1)),
                        Money.ofMinor(s.key(0), s.figure(0)),
                        Money.ofMinor(s.key(0), s.figure(1)),
                        Money.ofMinor(s.key(0), s.figure(2))))
                .toList();
    }

    private static Line line(ExpectedStore.Week w) {
        String currency = w.expected().currency().getCurrencyCode();
        Money came = w.ofIt().plus(w.besides());
        return Line.of(
                currency,
                Cell.of(w.first()),
                Cell.of(currency),
                Cell.of(w.expected()),
                Cell.of(w.ofIt()),
                Cell.of(w.besides()),
                Cell.of(came),
                Cell.worked(came.minus(w.expected()), working(w, came)));
    }

    private static Working working(ExpectedStore.Week w, Money came) {
        return Working.on("Off by, in the week from " + w.first())
                .step(
                        w.expected().text() + " was open when the week began and fell due in it",
                        "open items at the end of the day before")
                .step(w.ofIt().text() + " of it came in the week", "payments that settled them")
                .step(w.besides().text() + " came besides: late, early, or of invoices made in it", "payments")
                .step("%s − %s = %s"
                        .formatted(
                                came.text(),
                                w.expected().text(),
                                came.minus(w.expected()).text()))
                .done();
    }

    @Override
    public List<Check> checks(Business business, Asked asked, Totals totals) {
        return List.of();
    }
}
