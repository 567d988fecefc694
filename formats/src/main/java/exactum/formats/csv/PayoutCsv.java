package exactum.formats.csv;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import exactum.core.bank.PayoutReport;
import exactum.core.bank.PayoutReport.Kind;
import exactum.core.bank.PayoutReport.Line;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Locale;

/**
 * One payout as CSV (RFC 4180, UTF-8), one line of the payout a row. Columns, all required:
 * {@code payout, sales_on, arrives_on, currency, net, kind, date, sale, description, gross, fee}. {@code net} is the
 * whole payout's and the same on each row; {@code kind} is sale or fee; amounts are decimals with a point; dates are
 * ISO 8601; {@code sale} is empty for a fee of its own.
 */
public final class PayoutCsv {
    private static final List<String> COLUMNS = List.of(
            "payout",
            "sales_on",
            "arrives_on",
            "currency",
            "net",
            "kind",
            "date",
            "sale",
            "description",
            "gross",
            "fee");

    private PayoutCsv() {}

    /**
     * The payout in the file.
     *
     * @throws Refusal if a column is missing, a field is wrong, or it does not add up
     */
    public static PayoutReport read(InputStream in) {
        var lines = new ArrayList<Line>();
        NamedCsvRecord head = null;
        try (var csv = CsvReader.builder().ofNamedCsvRecord(new InputStreamReader(in, StandardCharsets.UTF_8))) {
            for (NamedCsvRecord record : csv) {
                if (head == null) requireColumns(record);
                else requireSamePayout(head, record);
                if (head == null) head = record;
                requireWhole(record);
                lines.add(line(record));
            }
        } catch (CsvParseException | IOException | UncheckedIOException broken) {
            throw new Refusal(
                    "payout.broken",
                    "The payout file is cut off or is not CSV. Nothing was stored. Fetch it from the processor again.");
        }
        if (head == null) throw new Refusal("payout.empty", "There is no payout in the file. Nothing was stored.");
        return new PayoutReport(
                head.getField("payout"),
                date(head, "sales_on"),
                date(head, "arrives_on"),
                currency(head),
                amount(head, "net"),
                lines);
    }

    /** Writes the payout. */
    public static void write(PayoutReport payout, Writer out) {
        try (CsvWriter csv =
                CsvWriter.builder().lineDelimiter(LineDelimiter.CRLF).build(out)) {
            csv.writeRecord(COLUMNS);
            for (Line line : payout.lines()) {
                csv.writeRecord(
                        payout.reference(),
                        payout.salesOn().toString(),
                        payout.arrivesOn().toString(),
                        payout.currency().getCurrencyCode(),
                        payout.net().plain(),
                        line.kind().name().toLowerCase(Locale.ROOT),
                        line.occurredOn().toString(),
                        line.saleReference(),
                        line.description(),
                        line.gross().plain(),
                        line.fee().plain());
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static void requireColumns(NamedCsvRecord record) {
        var missing =
                COLUMNS.stream().filter(c -> !record.getHeader().contains(c)).toList();
        if (!missing.isEmpty()) {
            throw new Refusal(
                    "payout.columns",
                    "The payout file lacks the columns %s. Nothing was stored.".formatted(String.join(", ", missing)));
        }
    }

    private static void requireWhole(NamedCsvRecord record) {
        int expected = record.getHeader().size();
        if (record.getFieldCount() != expected) {
            throw new Refusal(
                    "payout.broken",
                    "Line %d has %d fields, not %d: the file is cut off or changed. Nothing was stored. Fetch it from the processor again."
                            .formatted(record.getStartingLineNumber(), record.getFieldCount(), expected));
        }
    }

    private static void requireSamePayout(NamedCsvRecord head, NamedCsvRecord record) {
        for (String column : List.of("payout", "sales_on", "arrives_on", "currency", "net")) {
            if (!head.getField(column).equals(record.getField(column))) {
                throw new Refusal(
                        "payout.mixed",
                        "Line %d is of another payout than the first. Nothing was stored. One file holds one payout."
                                .formatted(record.getStartingLineNumber()));
            }
        }
    }

    private static Line line(NamedCsvRecord record) {
        Kind kind = switch (record.getField("kind")) {
            case "sale" -> Kind.SALE;
            case "fee" -> Kind.FEE;
            default -> throw wrong(record, "kind", "sale or fee");
        };
        return new Line(
                kind,
                date(record, "date"),
                record.getField("sale"),
                record.getField("description"),
                amount(record, "gross"),
                amount(record, "fee"));
    }

    private static Money amount(NamedCsvRecord record, String column) {
        try {
            return Money.of(currency(record), new java.math.BigDecimal(record.getField(column)));
        } catch (ArithmeticException | NumberFormatException e) {
            throw wrong(record, column, "an amount like 77.83");
        }
    }

    private static LocalDate date(NamedCsvRecord record, String column) {
        try {
            return LocalDate.parse(record.getField(column));
        } catch (java.time.DateTimeException e) {
            throw wrong(record, column, "a date like 2026-06-01");
        }
    }

    private static Currency currency(NamedCsvRecord record) {
        try {
            return Currency.getInstance(record.getField("currency"));
        } catch (IllegalArgumentException e) {
            throw wrong(record, "currency", "a currency like EUR");
        }
    }

    private static Refusal wrong(NamedCsvRecord record, String column, String expected) {
        return new Refusal(
                "payout.field",
                "Line %d: %s “%s” is not %s. Nothing was stored."
                        .formatted(record.getStartingLineNumber(), column, record.getField(column), expected));
    }
}
