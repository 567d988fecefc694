package exactum.formats.csv;

import exactum.core.problem.Refusal;
import java.io.IOException;
import java.io.InputStream;
import java.io.Writer;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;

/**
 * Catalogue items with their prices as CSV (RFC 4180, UTF-8). An item has a row for each of its prices, and one without a price
 * if it has none; what it says of the item itself is the same on each. Columns: {@code code, name, kind, unit, sentence, tax,
 * account, tags, customer, group, currency, price, tariff, valid_from, last_day}; {@code code}, {@code name}, {@code unit}, {@code tax}
 * and {@code account} are required. A file without the column {@code price} leaves prices as they are. {@code price} is a
 * decimal with a point, or steps like {@code 100: 0.34; above: 0.29}, and {@code tariff} says how they are meant; dates are
 * ISO 8601.
 */
public final class ItemCsv {
    private static final List<String> COLUMNS = List.of(
            "code",
            "name",
            "kind",
            "unit",
            "sentence",
            "tax",
            "account",
            "tags",
            "customer",
            "group",
            "currency",
            "price",
            "tariff",
            "valid_from",
            "last_day");
    private static final StrictCsv CSV =
            new StrictCsv("catalogue", BadRows.columns(COLUMNS), List.of("code", "name", "unit", "tax", "account"));

    private ItemCsv() {}

    /** One row; a column that the file has not is not in it. */
    public record Row(long lineNumber, Map<String, String> cells) {
        public String get(String column) {
            return cells.getOrDefault(column, "");
        }

        public boolean says(String column) {
            return cells.containsKey(column);
        }
    }

    /** A row that was not taken, and every reason. */
    public record Bad(Row row, List<String> reasons) {}

    /**
     * The rows of the file.
     *
     * @throws Refusal if it is not CSV or lacks a required column
     */
    public static List<Row> read(InputStream in) {
        var rows = new ArrayList<Row>();
        CSV.read(in, row -> {
            var cells = new HashMap<String, String>();
            for (String column : COLUMNS) if (row.has(column)) cells.put(column, Formula.plain(row.get(column)));
            rows.add(new Row(row.line(), cells));
        });
        if (rows.isEmpty()) throw CSV.refused("empty", "There is no item in the file.");
        return rows;
    }

    /** Rows as a file that {@link #read} reads back without loss. */
    public static void write(Writer to, Consumer<Consumer<Row>> rows) throws IOException {
        try (var csv = new CsvOut(to, COLUMNS)) {
            rows.accept(row -> csv.row(cells(row)));
        }
    }

    /** The bad rows with a column {@code reason} more, to be mended and read again. */
    public static byte[] writeBad(List<Bad> bad) {
        return BadRows.write(COLUMNS, bad.stream().map(b -> BadRows.cells(cells(b.row()), b.reasons())));
    }

    private static List<String> cells(Row row) {
        return COLUMNS.stream().map(row::get).toList();
    }
}
