package exactum.app.documents;

import exactum.core.cadence.ServicePeriod;
import exactum.core.document.Adjustment;
import exactum.core.document.Line;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/** What a line has beside what is typed, carried with it through its paper: its adjustments and the time it is for. */
final class LineExtras {
    private static final String PERIOD = "\\d{4}-\\d{2}-\\d{2}/\\d{4}-\\d{2}-\\d{2}";
    private static final String ADJUSTMENT = "(DISCOUNT|SURCHARGE)\\|[^|\\n]{1,80}\\|([0-9.]{1,12}%|[0-9.]{1,18})";

    private LineExtras() {}

    static void put(Map<String, String> f, int i, Line l) {
        if (!l.adjustments().isEmpty())
            f.put("less" + i, l.adjustments().stream().map(LineExtras::text).collect(Collectors.joining("\n")));
        if (l.period() != null)
            f.put("time" + i, l.period().from() + "/" + l.period().until());
    }

    private static String text(Adjustment a) {
        String size = a.percent() == null ? a.amount().plain() : a.percent().toPlainString() + "%";
        return a.kind() + "|" + a.name().replace('|', ' ') + "|" + size;
    }

    /** The adjustments that a field carries. */
    static List<Adjustment> adjustments(String field, Currency currency) {
        return field.isEmpty()
                ? List.of()
                : Arrays.stream(field.split("\\R"))
                        .map(t -> adjustment(t, currency))
                        .toList();
    }

    private static Adjustment adjustment(String text, Currency currency) {
        if (!text.matches(ADJUSTMENT)) throw spoilt();
        String[] parts = text.split("\\|");
        boolean percent = parts[2].endsWith("%");
        String number = percent ? parts[2].substring(0, parts[2].length() - 1) : parts[2];
        try {
            return new Adjustment(
                    Adjustment.Kind.valueOf(parts[0]),
                    parts[1],
                    percent ? new BigDecimal(number) : null,
                    percent ? null : Money.of(currency, new BigDecimal(number)));
        } catch (IllegalArgumentException | ArithmeticException wrong) {
            throw spoilt();
        }
    }

    /** The time that a field carries; null for none. */
    static ServicePeriod period(String field) {
        if (field.isEmpty()) return null;
        if (!field.matches(PERIOD)) throw spoilt();
        try {
            String[] days = field.split("/");
            return new ServicePeriod(LocalDate.parse(days[0]), LocalDate.parse(days[1]));
        } catch (RuntimeException wrong) {
            throw spoilt();
        }
    }

    private static Refusal spoilt() {
        return new Refusal(
                "paper.spoilt",
                "Something on this paper was changed on its way. Nothing was saved. Load the page again.");
    }
}
