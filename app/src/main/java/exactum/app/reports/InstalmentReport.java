package exactum.app.reports;

import exactum.app.business.Business;
import exactum.app.installation.BusinessClock;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.function.Consumer;
import org.springframework.stereotype.Component;

/** The instalment register: every dated part, promised, invoiced, settled, open, late. */
@Component
class InstalmentReport implements ReportKind {
    private static final String LATE = "late";
    private static final String OPEN = "open";
    private static final String SETTLED = "settled";
    private static final What WHAT = What.between(
                    "instalments",
                    "Instalment register",
                    "Which parts fall due between two days, and what became of them by the last of the days?",
                    "part")
            .choosing(LATE, OPEN, SETTLED)
            .drawnInOrder();
    private final InstalmentStore store;
    private final BusinessClock clock;

    InstalmentReport(InstalmentStore store, BusinessClock clock) {
        this.store = store;
        this.clock = clock;
    }

    @Override
    public What what() {
        return WHAT;
    }

    @Override
    public List<Column> columns(Asked asked) {
        return List.of(
                Column.words("Customer"),
                Column.words("Invoice"),
                Column.words("Date"),
                Column.words("Part"),
                Column.words("Due"),
                Column.words("Currency"),
                Column.figure("Promised"),
                Column.figure("Invoiced"),
                Column.figure("Settled"),
                Column.figure("Open"),
                Column.figure("Late"),
                Column.figure("Days late"));
    }

    @Override
    public List<Integer> drawn(Asked asked) {
        return List.of(8, 9);
    }

    @Override
    public void each(Business business, Asked asked, Consumer<Line> to) {
        LocalDate day = day(business, asked);
        store.each(business.id(), asked, day, which(asked), p -> to.accept(line(p, day)));
    }

    @Override
    public void collect(Business business, Asked asked, Collected into) {
        LocalDate day = day(business, asked);
        var page = store.page(business.id(), asked, day, which(asked), into.slice());
        page.rows().forEach(r -> into.show(line(r.row(), day)));
        page.sums().forEach(s -> {
            Line month = line(s.sum());
            into.sum(month, s.rows());
            into.draw(month);
        });
    }

    /** What is to come is told as it stands today. */
    private LocalDate day(Business business, Asked asked) {
        LocalDate today = clock.today(business.id());
        return asked.until().isAfter(today) ? today : asked.until();
    }

    private static InstalmentStore.Which which(Asked asked) {
        return switch (asked.which()) {
            case LATE -> InstalmentStore.Which.LATE;
            case OPEN -> InstalmentStore.Which.OPEN;
            case SETTLED -> InstalmentStore.Which.SETTLED;
            default -> InstalmentStore.Which.ALL;
        };
    }

    /** What the parts of a month come to, in the columns of a part. */
    private static Line line(InstalmentStore.Month m) {
        String currency = m.promised().currency().getCurrencyCode();
        return Line.of(
                currency,
                Cell.of(YearMonth.from(m.first()), null),
                Cell.of(""),
                Cell.of(""),
                Cell.of(""),
                Cell.of(""),
                Cell.of(currency),
                Cell.of(m.promised()),
                Cell.of(m.invoiced()),
                Cell.of(m.settled()),
                Cell.of(m.open()),
                Cell.of(m.late()),
                Cell.of(""));
    }

    private static Line line(InstalmentStore.Part p, LocalDate day) {
        boolean late = p.isLate(day);
        return Line.of(
                p.open().currency().getCurrencyCode(),
                Cell.of(p.name(), "/customers/" + p.customer()),
                Cell.of(p.number(), "/invoices/" + p.number()),
                Cell.of(p.date()),
                Cell.of(p.description().isEmpty() ? "part " + p.seq() : p.description()),
                Cell.of(p.due()),
                Cell.of(p.open().currency().getCurrencyCode()),
                Cell.of(p.promised()),
                Cell.of(p.invoiced()),
                Cell.of(p.settled()),
                Cell.of(p.open()),
                Cell.of(late ? p.open() : p.open().withMinor(0)),
                Cell.of(late ? ChronoUnit.DAYS.between(p.due(), day) : 0));
    }

    @Override
    public List<Check> checks(Business business, Asked asked, Totals totals) {
        return List.of();
    }
}
