package exactum.formats.csv;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import exactum.core.bank.PayoutReport;
import exactum.core.bank.PayoutReport.Kind;
import exactum.core.bank.PayoutReport.Line;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.typed.TypedDate;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Pattern;

/**
 * One payout as CSV (RFC 4180, UTF-8), one line of the payout a row. Columns, all required:
 * {@code payout, sales_on, arrives_on, currency, net, kind, date, sale, description, gross, fee}. {@code net} is the
 * whole payout's and the same on each row; {@code kind} is sale or fee; amounts are decimals with a point; dates are
 * ISO 8601; {@code sale} is empty for a fee of its own, whose {@code gross} is zero. {@code net} alone may be negative.
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

    private static final StrictCsv CSV = new StrictCsv("payout", COLUMNS, COLUMNS);
    private static final Pattern REFERENCE = Pattern.compile("[\\x21-\\x7e]{1,64}");
    private static final Pattern AMOUNT = Pattern.compile("-?\\d{1,13}(\\.\\d{1,4})?");
    private static final List<String> SAME = List.of("payout", "sales_on", "arrives_on", "currency", "net");

    /**
     * The payout in the file.
     *
     * @throws Refusal if a column is missing, a field is wrong, or it does not add up
     */
    public static PayoutReport read(InputStream in) {
        var reading = new Reading();
        CSV.read(in, reading::take);
        return reading.payout();
    }

    /** What was read so far. */
    private static final class Reading {
        private final List<Line> lines = new ArrayList<>();
        private Map<String, String> first;
        private PayoutHead head;

        void take(StrictCsv.Row row) {
            if (first == null) {
                first = new HashMap<>();
                SAME.forEach(c -> first.put(c, row.get(c)));
                head = head(row);
            } else if (!isSame(row)) {
                throw CSV.refused(
                        "mixed",
                        "Line %d is of another payout than the first; one file holds one payout."
                                .formatted(row.line()));
            }
            lines.add(line(row, head.currency()));
        }

        private boolean isSame(StrictCsv.Row row) {
            for (String column : SAME) if (!first.get(column).equals(row.get(column))) return false;
            return true;
        }

        PayoutReport payout() {
            if (head == null) throw CSV.refused("empty", "There is no payout in the file.");
            try {
                return new PayoutReport(
                        head.reference(), head.salesOn(), head.arrivesOn(), head.currency(), head.net(), lines);
            } catch (ArithmeticException tooMuch) {
                throw CSV.refused("range", "The payout comes to more than can be counted.");
            }
        }
    }

    private record PayoutHead(String reference, LocalDate salesOn, LocalDate arrivesOn, Currency currency, Money net) {}

    private static PayoutHead head(StrictCsv.Row row) {
        Currency currency = currency(row);
        var head = new PayoutHead(
                reference(row, "payout"),
                date(row, "sales_on"),
                date(row, "arrives_on"),
                currency,
                amount(row, "net", currency));
        if (head.arrivesOn().isBefore(head.salesOn()))
            throw row.wrong("arrives_on", "on or after the day of its sales");
        return head;
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

    private static Line line(StrictCsv.Row row, Currency currency) {
        Money gross = amount(row, "gross", currency);
        Money fee = amount(row, "fee", currency);
        if (gross.isNegative()) throw row.wrong("gross", "zero or more");
        if (fee.isNegative()) throw row.wrong("fee", "zero or more");
        LocalDate day = date(row, "date");
        return switch (row.get("kind")) {
            case "sale" -> new Line(Kind.SALE, day, reference(row, "sale"), row.lines("description"), gross, fee);
            case "fee" -> {
                if (!gross.isZero())
                    throw row.wrong("gross", "0.00, as a fee of its own has nothing that a payer paid");
                if (!row.get("sale").isEmpty())
                    throw row.wrong("sale", "empty, as a fee of its own belongs to no sale");
                yield new Line(Kind.FEE, day, "", row.lines("description"), gross, fee);
            }
            default -> throw row.wrong("kind", "sale or fee");
        };
    }

    private static String reference(StrictCsv.Row row, String column) {
        if (REFERENCE.matcher(row.raw(column)).matches()) return row.raw(column);
        throw row.wrong(column, "a reference of 1 to 64 plain characters without blanks");
    }

    private static Money amount(StrictCsv.Row row, String column, Currency currency) {
        String text = row.get(column);
        if (!AMOUNT.matcher(text).matches()) throw row.wrong(column, "an amount like 77.83");
        try {
            return Money.of(currency, new BigDecimal(text));
        } catch (ArithmeticException tooFine) {
            throw row.wrong(column, "an amount with the decimals of " + currency);
        }
    }

    private static LocalDate date(StrictCsv.Row row, String column) {
        try {
            LocalDate date = LocalDate.parse(row.get(column));
            if (TypedDate.isSane(date)) return date;
        } catch (DateTimeException none) {
            // said below, as for one out of range
        }
        throw row.wrong(column, "a date like 2026-06-01, from 1990 to 2099");
    }

    private static Currency currency(StrictCsv.Row row) {
        try {
            return Money.ofMinor(row.get("currency"), 0).currency();
        } catch (IllegalArgumentException none) {
            throw row.wrong("currency", "a currency like EUR");
        }
    }
}
