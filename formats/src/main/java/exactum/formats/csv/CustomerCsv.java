package exactum.formats.csv;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import exactum.core.problem.Refusal;
import java.io.IOException;
import java.io.InputStream;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * Customers as CSV (RFC 4180, UTF-8). Columns: {@code code, name, kind, email, address, country, currency, tax_number};
 * {@code code}, {@code name}, {@code country} and {@code currency} are required, {@code kind} is person or organisation
 * (person if empty), the lines of an address are divided by {@code |}.
 */
public final class CustomerCsv {
    private static final List<String> COLUMNS =
            List.of("code", "name", "kind", "email", "address", "country", "currency", "tax_number");
    private static final List<String> REQUIRED = List.of("code", "name", "country", "currency");

    /** A file that was handed back carries a column more, which is not read. */
    private static final StrictCsv CSV = new StrictCsv(
            "customers", Stream.concat(COLUMNS.stream(), Stream.of("reason")).toList(), REQUIRED);

    /** What begins like a formula, however often it was quoted. */
    private static final Pattern FORMULA = Pattern.compile("'*[=+\\-@\t\r]");

    private CustomerCsv() {}

    /** One line of the file, as it stands there; missing optional columns are empty. */
    public record Row(
            long lineNumber,
            String code,
            String name,
            String kind,
            String email,
            String address,
            String country,
            String currency,
            String taxNumber) {}

    /** A line that was not taken, and every reason. */
    public record Bad(Row row, List<String> reasons) {}

    /**
     * The lines of the file.
     *
     * @throws Refusal if it is not CSV or lacks a required column
     */
    public static List<Row> read(InputStream in) {
        var rows = new ArrayList<Row>();
        CSV.read(in, row -> rows.add(row(row)));
        if (rows.isEmpty()) throw CSV.refused("empty", "There is no customer in the file.");
        return rows;
    }

    /** Customers as a file that {@link #read} reads back without loss, one row after the other. */
    public static void write(Writer to, Consumer<Consumer<Row>> rows) throws IOException {
        try (CsvWriter csv =
                CsvWriter.builder().lineDelimiter(LineDelimiter.CRLF).build(to)) {
            csv.writeRecord(COLUMNS);
            rows.accept(row -> csv.writeRecord(cells(row)));
        }
    }

    private static List<String> cells(Row row) {
        return Stream.of(
                        row.code(),
                        row.name(),
                        row.kind(),
                        row.email(),
                        row.address(),
                        row.country(),
                        row.currency(),
                        row.taxNumber())
                .map(CustomerCsv::harmless)
                .toList();
    }

    /** The bad lines as a file of the same columns with a column {@code reason} more, to be mended and read again. */
    public static byte[] writeBad(List<Bad> bad) {
        var text = new StringWriter();
        try (CsvWriter csv =
                CsvWriter.builder().lineDelimiter(LineDelimiter.CRLF).build(text)) {
            var header = new ArrayList<>(COLUMNS);
            header.add("reason");
            csv.writeRecord(header);
            for (Bad line : bad) {
                var cells = new ArrayList<>(cells(line.row()));
                cells.add(String.join("; ", line.reasons()));
                csv.writeRecord(cells);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return text.toString().getBytes(StandardCharsets.UTF_8);
    }

    /** A cell that a spreadsheet would take for a formula is quoted (OWASP, CSV injection); {@link #plain} takes that back. */
    private static String harmless(String cell) {
        return FORMULA.matcher(cell).lookingAt() ? "'" + cell : cell;
    }

    private static String plain(String cell) {
        return cell.startsWith("'") && FORMULA.matcher(cell.substring(1)).lookingAt() ? cell.substring(1) : cell;
    }

    private static Row row(StrictCsv.Row row) {
        return new Row(
                row.line(),
                plain(row.get("code")),
                plain(row.get("name")),
                row.get("kind"),
                plain(row.get("email")),
                plain(row.lines("address").replace('|', '\n')),
                row.get("country"),
                row.get("currency"),
                plain(row.get("tax_number")));
    }
}
