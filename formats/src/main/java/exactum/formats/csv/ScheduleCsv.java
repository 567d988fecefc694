package exactum.formats.csv;

import java.time.LocalDate;
import java.util.List;

/**
 * Every date of arrangements with what falls due, a row a part, as CSV: {@code arrangement, customer, number, agreed,
 * invoice_date, made_on, period_from, period_last, share, part, of, due, amount, currency, stop}. {@code share} says which part
 * of a period it is for, empty for a whole one; dates are ISO 8601, amounts decimals with a point.
 */
public final class ScheduleCsv {
    /** The head line. */
    public static final List<String> COLUMNS = List.of(
            "arrangement",
            "customer",
            "number",
            "agreed",
            "invoice_date",
            "made_on",
            "period_from",
            "period_last",
            "share",
            "part",
            "of",
            "due",
            "amount",
            "currency",
            "stop");

    private ScheduleCsv() {}

    /** An invoice of an arrangement: the last day of its time is included. */
    public record Dates(
            String arrangement,
            String customer,
            int number,
            LocalDate agreed,
            LocalDate date,
            LocalDate madeOn,
            LocalDate from,
            LocalDate last,
            String share) {}

    /** A row of a part that falls due. */
    public static List<String> row(Dates d, int part, int of, LocalDate due, String amount, String currency) {
        return row(d, Integer.toString(part), Integer.toString(of), due.toString(), amount, currency, "");
    }

    /** A row of an invoice that cannot be made. */
    public static List<String> stopped(Dates d, String currency, String stop) {
        return row(d, "", "", "", "", currency, stop);
    }

    private static List<String> row(
            Dates d, String part, String of, String due, String amount, String currency, String stop) {
        return List.of(
                d.arrangement(),
                d.customer(),
                Integer.toString(d.number()),
                d.agreed().toString(),
                d.date().toString(),
                d.madeOn().toString(),
                d.from().toString(),
                d.last().toString(),
                d.share(),
                part,
                of,
                due,
                amount,
                currency,
                stop);
    }
}
