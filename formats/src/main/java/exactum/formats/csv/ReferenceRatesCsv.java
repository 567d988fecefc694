package exactum.formats.csv;

import exactum.core.problem.Refusal;
import exactum.formats.Found;
import java.io.InputStream;
import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * Euro foreign exchange reference rates in the CSV layout of the European Central Bank: {@code Date,USD,JPY,…}, units of each
 * currency for one euro, {@code N/A} where there is none; the history with days as 2026-06-01, the daily file as 1 June 2026.
 */
public final class ReferenceRatesCsv {
    private static final List<DateTimeFormatter> DAYS =
            List.of(DateTimeFormatter.ISO_LOCAL_DATE, DateTimeFormatter.ofPattern("d MMMM uuuu", Locale.ENGLISH));

    private ReferenceRatesCsv() {}

    /**
     * The rates of each day by currency, per euro.
     *
     * @throws Refusal that names line and column of what cannot be read
     */
    public static Map<LocalDate, Map<Currency, BigDecimal>> read(InputStream in) {
        var rows = new CsvRows("rates");
        Map<LocalDate, Map<Currency, BigDecimal>> rates = new TreeMap<>();
        List<String> columns = new ArrayList<>();
        int read = rows.read(
                in,
                start -> CsvShape.OURS,
                head -> {
                    if (!head.getFirst().equals("Date"))
                        throw rows.refused("format", "This is no file of reference rates, which begins with Date.");
                    columns.addAll(head);
                    return head;
                },
                row -> {
                    LocalDate day = day(row.getField(0).strip());
                    if (day == null)
                        throw rows.refused(
                                "field",
                                "Line %d: Date %s is not a day."
                                        .formatted(row.getStartingLineNumber(), Found.quoted(row.getField(0))));
                    Map<Currency, BigDecimal> of = new HashMap<>();
                    for (int i = 1; i < columns.size(); i++) {
                        String cell = row.getField(i).strip();
                        if (columns.get(i).isEmpty() || cell.isEmpty() || cell.equals("N/A")) continue;
                        if (!cell.matches("\\d{1,9}(\\.\\d{1,10})?") || new BigDecimal(cell).signum() == 0)
                            throw rows.refused(
                                    "field",
                                    "Line %d: %s %s is not a rate like 1.0845."
                                            .formatted(
                                                    row.getStartingLineNumber(), columns.get(i), Found.quoted(cell)));
                        currency(columns.get(i)).ifPresent(c -> of.put(c, new BigDecimal(cell)));
                    }
                    rates.put(day, of);
                });
        if (read == 0) throw rows.refused("empty", "There is no rate in the file.");
        return rates;
    }

    /** A currency that is no more, as older days have, is passed over. */
    private static Optional<Currency> currency(String code) {
        try {
            Currency currency = Currency.getInstance(code);
            return currency.getDefaultFractionDigits() < 0 ? Optional.empty() : Optional.of(currency);
        } catch (IllegalArgumentException unknown) {
            return Optional.empty();
        }
    }

    private static LocalDate day(String text) {
        for (DateTimeFormatter format : DAYS) {
            try {
                return LocalDate.parse(text, format);
            } catch (DateTimeException otherwise) {
                // the next one
            }
        }
        return null;
    }
}
