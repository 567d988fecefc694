package exactum.formats.csv;

import exactum.core.problem.Refusal;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.List;

/**
 * Readings as CSV (RFC 4180, UTF-8): {@code customer, item, period, quantity}, or in place of a quantity what the meter read
 * {@code before} and {@code after}. Customer and item are codes; a period is a month ({@code 2026-06}) or its first and last day
 * ({@code 2026-06-01/2026-06-15}, ISO 8601); quantities are decimals with a point.
 */
public final class ReadingCsv {
    private static final List<String> COLUMNS = List.of("customer", "item", "period", "quantity", "before", "after");
    private static final StrictCsv CSV =
            new StrictCsv("readings", BadRows.columns(COLUMNS), List.of("customer", "item", "period"));

    private ReadingCsv() {}

    /** A row as it stands in the file; empty for what it does not say. */
    public record Row(
            long line, String customer, String item, String period, String quantity, String before, String after) {}

    /** A row that was not taken, and every reason. */
    public record Bad(Row row, List<String> reasons) {}

    /**
     * The rows of the file.
     *
     * @throws Refusal if it is not CSV, lacks a required column, or has nothing in it
     */
    public static List<Row> read(InputStream in) {
        var rows = new ArrayList<Row>();
        CSV.read(
                in,
                row -> rows.add(new Row(
                        row.line(),
                        Formula.plain(row.get("customer")),
                        Formula.plain(row.get("item")),
                        Formula.plain(row.get("period")),
                        Formula.plain(row.get("quantity")),
                        Formula.plain(row.get("before")),
                        Formula.plain(row.get("after")))));
        if (rows.isEmpty()) throw CSV.refused("empty", "There is no reading in the file.");
        return rows;
    }

    /** The bad rows with a column {@code reason} more, to be mended and read again. */
    public static byte[] writeBad(List<Bad> bad) {
        return BadRows.write(COLUMNS, bad.stream().map(b -> BadRows.cells(cells(b.row()), b.reasons())));
    }

    private static List<String> cells(Row r) {
        return List.of(r.customer(), r.item(), r.period(), r.quantity(), r.before(), r.after());
    }
}
