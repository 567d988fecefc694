package exactum.formats.csv;

import java.time.LocalDate;
import java.util.List;

/**
 * Invoices that would be made, as CSV: {@code invoice_date, made_on, customer, name, arrangement, period_from, period_last,
 * currency, net, tax, gross, due, sent_to, stop}. Dates are ISO 8601, amounts decimals with a point in the currency’s own
 * digits; what cannot be made has its reason under {@code stop} and no amounts.
 */
public final class ForecastCsv {
    /** The head line. */
    public static final List<String> COLUMNS = List.of(
            "invoice_date",
            "made_on",
            "customer",
            "name",
            "arrangement",
            "period_from",
            "period_last",
            "currency",
            "net",
            "tax",
            "gross",
            "due",
            "sent_to",
            "stop");

    private ForecastCsv() {}

    /** Whose invoice it would be. */
    public record Who(String customer, String name, String arrangement) {}

    /** When it would be dated and made, and the days it covers; the last one included. */
    public record When(LocalDate date, LocalDate madeOn, LocalDate from, LocalDate last) {}

    /**
     * What it would come to.
     *
     * @param due each part as amount and day, joined by semicolons where there are several
     */
    public record Amounts(String currency, String net, String tax, String gross, String due, String sentTo) {
        /** Of one that cannot be made. */
        public static Amounts none(String currency) {
            return new Amounts(currency, "", "", "", "", "");
        }
    }

    /** A row. */
    public static List<String> row(When when, Who who, Amounts amounts, String stop) {
        return List.of(
                when.date().toString(),
                when.madeOn().toString(),
                who.customer(),
                who.name(),
                who.arrangement(),
                when.from().toString(),
                when.last().toString(),
                amounts.currency(),
                amounts.net(),
                amounts.tax(),
                amounts.gross(),
                amounts.due(),
                amounts.sentTo(),
                stop);
    }
}
