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
import java.util.Map;
import java.util.regex.Pattern;

/**
 * One payout as CSV (RFC 4180, UTF-8), one line of the payout a row. Columns, all but {@code reference} required:
 * {@code payout, sales_on, arrives_on, currency, net, kind, date, sale, reference, description, gross, fee}. {@code net} is the
 * whole payout's and the same on each row; {@code kind} is sale, refund, chargeback, correction, fee or reserve; amounts are
 * decimals with a point, seen from the merchant: {@code gross} is below zero where money goes back or is held, {@code fee} where a
 * fee is given back, and their difference is what the row adds to {@code net}; dates are ISO 8601; {@code sale} is the sale that a
 * row belongs to, {@code reference} the processor's own reference of a refund, chargeback, correction or reserve.
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
            "reference",
            "description",
            "gross",
            "fee");

    private PayoutCsv() {}

    private static final StrictCsv CSV = new StrictCsv(
            "payout",
            COLUMNS,
            COLUMNS.stream().filter(c -> !c.equals("reference")).toList());
    private static final Pattern REFERENCE = Pattern.compile("[\\x21-\\x7e]{1,64}");
    private static final Pattern AMOUNT = Pattern.compile("-?\\d{1,13}(\\.\\d{1,4})?");
    private static final Map<Kind, String> GROSS = Map.of(
            Kind.SALE, "zero or more",
            Kind.REFUND, "below zero, as money went back",
            Kind.CHARGEBACK, "below zero, or above where it was won",
            Kind.CORRECTION, "an amount that is not zero",
            Kind.FEE, "0.00, as a fee of its own has nothing that a payer paid",
            Kind.RESERVE, "below zero where it is held, above where it is released");
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
                        line.kind().words(),
                        line.occurredOn().toString(),
                        line.saleReference(),
                        line.reference(),
                        line.description(),
                        line.gross().plain(),
                        line.fee().plain());
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Line line(StrictCsv.Row row, Currency currency) {
        Kind kind = kind(row);
        Money gross = amount(row, "gross", currency);
        Money fee = amount(row, "fee", currency);
        if (!kind.fits(gross)) throw row.wrong("gross", GROSS.get(kind));
        if (kind == Kind.SALE && fee.isNegative()) throw row.wrong("fee", "zero or more for a sale");
        if (kind == Kind.RESERVE && !fee.isZero()) throw row.wrong("fee", "0.00, as a reserve has no fee");
        boolean namesSale = kind == Kind.SALE || !row.get("sale").isEmpty();
        if (kind == Kind.FEE && namesSale) throw row.wrong("sale", "empty, as a fee of its own belongs to no sale");
        return new Line(
                kind,
                date(row, "date"),
                namesSale ? reference(row, "sale") : "",
                row.get("reference").isEmpty() ? "" : reference(row, "reference"),
                row.lines("description"),
                gross,
                fee);
    }

    private static Kind kind(StrictCsv.Row row) {
        try {
            return Kind.of(row.get("kind"));
        } catch (IllegalArgumentException none) {
            throw row.wrong("kind", "sale, refund, chargeback, correction, fee or reserve");
        }
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
