package exactum.app.reports;

import exactum.app.business.Business;
import exactum.app.database.Slice;
import exactum.app.database.UntilWritten;
import exactum.app.web.NotHere;
import exactum.core.ids.BusinessId;
import exactum.formats.csv.CsvOut;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionTemplate;

/** Makes reports: a page of one, or all of it row by row. */
@Component
public class MakeReports {
    private static final int KEPT = 60;
    private final List<ReportKind> kinds;
    private final ReportTurns turns;
    private final ReportMemoryStore memory;
    private final TransactionTemplate oneMoment;
    private final UntilWritten<PageKey, Page> pages = new UntilWritten<>(KEPT);

    MakeReports(
            List<ReportKind> kinds,
            ReportTurns turns,
            ReportMemoryStore memory,
            PlatformTransactionManager transactions) {
        this.kinds = kinds;
        this.turns = turns;
        this.memory = memory;
        oneMoment = new TransactionTemplate(transactions);
        oneMoment.setReadOnly(true);
        oneMoment.setIsolationLevel(TransactionDefinition.ISOLATION_REPEATABLE_READ);
    }

    private record PageKey(String kind, BusinessId business, Asked asked, Slice slice) {}

    /** All there are. */
    List<ReportKind> kinds() {
        return kinds;
    }

    ReportKind kind(String name) {
        return kinds.stream()
                .filter(k -> k.what().name().equals(name))
                .findFirst()
                .orElseThrow(NotHere::new);
    }

    /**
     * A page of a report.
     *
     * @param count how many rows there are, or were counted
     * @param more whether there are more than were counted
     * @param totals one row a currency, over all rows, not over those of the page
     * @param bars the drawing, or null
     */
    public record Page(
            List<Column> columns,
            List<Line> lines,
            int count,
            boolean more,
            List<Line> totals,
            StackedBars bars,
            List<Check> checks) {}

    /** A page, as of one moment; made once for all who ask for the same before anything is written. */
    public Page page(ReportKind kind, Business business, Asked asked, Slice slice) {
        return pages.of(
                new PageKey(kind.what().name(), business.id(), asked, slice),
                () -> turns.take(() -> oneMoment.execute(moment -> {
                    memory.enough();
                    return made(kind, business, asked, slice);
                })));
    }

    private static Page made(ReportKind kind, Business business, Asked asked, Slice slice) {
        List<Integer> drawn = kind.drawn(asked);
        var collected = new Collected(kind, asked, slice);
        kind.collect(business, asked, collected);
        List<Column> columns = kind.columns(asked);
        return new Page(
                columns,
                collected.page(),
                collected.count(),
                collected.isMore(),
                collected.totalLines(columns.size()),
                !collected.isDrawable() ? null : StackedBars.of(collected.largest(), columns, drawn),
                asked.isWhole() ? kind.checks(business, asked, collected) : List.of());
    }

    /** All of it as CSV, as of one moment. */
    public void csv(ReportKind kind, Business business, Asked asked, Writer to) {
        turns.take(() -> {
            oneMoment.executeWithoutResult(moment -> {
                memory.enough();
                write(kind, business, asked, to);
            });
            return null;
        });
    }

    private static void write(ReportKind kind, Business business, Asked asked, Writer to) {
        try (var out =
                new CsvOut(to, kind.columns(asked).stream().map(Column::plain).toList())) {
            kind.each(
                    business,
                    asked,
                    line -> out.row(line.cells().stream().map(Cell::plain).toList()));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
