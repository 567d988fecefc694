package exactum.app.reports;

import exactum.app.business.Business;
import java.time.LocalDate;
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
    private static final What WHAT = What.asOf(
                    "instalments",
                    "Instalment register",
                    "Which parts were promised for when, and what became of them by the end of the day?",
                    "part")
            .choosing(LATE, OPEN, SETTLED);
    private final InstalmentStore store;

    InstalmentReport(InstalmentStore store) {
        this.store = store;
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
        return List.of(9);
    }

    @Override
    public void each(Business business, Asked asked, Consumer<Line> to) {
        store.each(business.id(), asked, p -> {
            if (isWanted(p, asked)) to.accept(line(p, asked.until()));
        });
    }

    private static boolean isWanted(InstalmentStore.Part p, Asked asked) {
        return switch (asked.which()) {
            case LATE -> p.isLate(asked.until());
            case OPEN -> p.open().isPositive();
            case SETTLED -> p.open().isZero();
            default -> true;
        };
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
