package exactum.formats.csv;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import exactum.core.problem.Refusal;
import java.io.IOException;
import java.io.InputStream;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
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

    /** The bad lines as a file of the same columns with a column {@code reason} more, to be mended and read again. */
    public static byte[] writeBad(List<Bad> bad) {
        var text = new StringWriter();
        try (CsvWriter csv =
                CsvWriter.builder().lineDelimiter(LineDelimiter.CRLF).build(text)) {
            var header = new ArrayList<>(COLUMNS);
            header.add("reason");
            csv.writeRecord(header);
            for (Bad line : bad) {
                Row row = line.row();
                csv.writeRecord(
                        harmless(row.code()),
                        harmless(row.name()),
                        harmless(row.kind()),
                        harmless(row.email()),
                        harmless(row.address()),
                        harmless(row.country()),
                        harmless(row.currency()),
                        harmless(row.taxNumber()),
                        String.join("; ", line.reasons()));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return text.toString().getBytes(StandardCharsets.UTF_8);
    }

    /** A cell that a spreadsheet would take for a formula is quoted (OWASP, CSV injection). */
    private static String harmless(String cell) {
        return !cell.isEmpty() && "=+-@\t\r".indexOf(cell.charAt(0)) >= 0 ? "'" + cell : cell;
    }

    private static Row row(StrictCsv.Row row) {
        return new Row(
                row.line(),
                row.get("code"),
                row.get("name"),
                row.get("kind"),
                row.get("email"),
                row.lines("address").replace('|', '\n'),
                row.get("country"),
                row.get("currency"),
                row.get("tax_number"));
    }
}
