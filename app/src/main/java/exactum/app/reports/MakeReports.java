package exactum.app.reports;

import exactum.app.business.Business;
import exactum.app.database.Slice;
import exactum.app.web.NotHere;
import exactum.formats.csv.CsvOut;
import java.io.IOException;
import java.io.Writer;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Isolation;
import org.springframework.transaction.annotation.Transactional;

/** Makes reports: a page of one, or all of it row by row. */
@Component
public class MakeReports {
    private final List<ReportKind> kinds;

    MakeReports(List<ReportKind> kinds) {
        this.kinds = kinds;
    }

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
     * @param totals one row a currency, over all rows, not over those of the page
     * @param bars the drawing, or null
     */
    public record Page(
            List<Column> columns,
            List<Line> lines,
            int count,
            List<Line> totals,
            StackedBars bars,
            List<Check> checks) {}

    /** A page, as of one moment. */
    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public Page page(ReportKind kind, Business business, Asked asked, Slice slice) {
        List<Integer> drawn = kind.drawn(asked);
        var collected = new Collected(kind, asked, slice);
        kind.each(business, asked, collected::add);
        List<Column> columns = kind.columns(asked);
        return new Page(
                columns,
                collected.page(),
                collected.count(),
                collected.totalLines(columns.size()),
                !collected.isDrawable() ? null : StackedBars.of(collected.largest(), columns, drawn),
                asked.isWhole() ? kind.checks(business, asked, collected) : List.of());
    }

    /** All of it as CSV, as of one moment. */
    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public void csv(ReportKind kind, Business business, Asked asked, Writer to) throws IOException {
        try (var out =
                new CsvOut(to, kind.columns(asked).stream().map(Column::plain).toList())) {
            kind.each(
                    business,
                    asked,
                    line -> out.row(line.cells().stream().map(Cell::plain).toList()));
        }
    }
}
