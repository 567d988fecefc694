package exactum.formats.csv;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
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

/**
 * Customers as CSV (RFC 4180, UTF-8). Columns: {@code code, name, kind, email, address, country, currency, tax_number};
 * {@code code}, {@code name}, {@code country} and {@code currency} are required, {@code kind} is person or organisation
 * (person if empty), the lines of an address are divided by {@code |}.
 */
public final class CustomerCsv {
    private static final List<String> COLUMNS =
            List.of("code", "name", "kind", "email", "address", "country", "currency", "tax_number");
    private static final List<String> REQUIRED = List.of("code", "name", "country", "currency");

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
        try (var csv = CsvReader.builder()
                .detectBomHeader(true)
                .allowMissingFields(true)
                .ofNamedCsvRecord(in)) {
            for (NamedCsvRecord record : csv) {
                if (rows.isEmpty()) requireColumns(record);
                rows.add(row(record));
            }
        } catch (CsvParseException | IOException | UncheckedIOException broken) {
            throw new Refusal("customers.broken", "The file is cut off or is not CSV. Nothing was stored.");
        }
        if (rows.isEmpty())
            throw new Refusal("customers.empty", "There is no customer in the file. Nothing was stored.");
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

    private static void requireColumns(NamedCsvRecord record) {
        var missing =
                REQUIRED.stream().filter(c -> !record.getHeader().contains(c)).toList();
        if (!missing.isEmpty()) {
            throw new Refusal(
                    "customers.columns",
                    "The file lacks the columns %s. Nothing was stored.".formatted(String.join(", ", missing)));
        }
    }

    private static Row row(NamedCsvRecord record) {
        return new Row(
                record.getStartingLineNumber(),
                field(record, "code"),
                field(record, "name"),
                field(record, "kind"),
                field(record, "email"),
                field(record, "address").replace('|', '\n'),
                field(record, "country"),
                field(record, "currency"),
                field(record, "tax_number"));
    }

    private static String field(NamedCsvRecord record, String column) {
        return record.findField(column).orElse("").strip();
    }
}
