package exactum.formats.csv;

import java.time.LocalDate;
import java.util.List;

/**
 * Documents as a list shows them, as CSV: {@code number, kind, state, customer, date, due, currency, total, open}. Dates are ISO
 * 8601, amounts decimals with a point in the currency’s own digits; a draft has no number.
 */
public final class DocumentCsv {
    /** The head line. */
    public static final List<String> COLUMNS =
            List.of("number", "kind", "state", "customer", "date", "due", "currency", "total", "open");

    private DocumentCsv() {}

    /** What it is and how it stands, in words. */
    public record What(String number, String kind, String state) {}

    /** A row; due may be null. */
    public static List<String> row(
            What what, String customer, LocalDate date, LocalDate due, String currency, String total, String open) {
        return List.of(
                what.number(),
                what.kind(),
                what.state(),
                customer,
                date.toString(),
                due == null ? "" : due.toString(),
                currency,
                total,
                open);
    }
}
