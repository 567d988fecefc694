package exactum.app.documents;

import exactum.core.cadence.ServicePeriod;
import exactum.core.document.Adjustment;
import exactum.core.document.Line;
import exactum.core.problem.Refusal;
import exactum.core.typed.TypedAdjustments;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.Map;

/** What a line has beside its quantity and price: its discounts and surcharges as they are typed, and the time it is for. */
final class LineExtras {
    private static final String PERIOD = "\\d{4}-\\d{2}-\\d{2}/\\d{4}-\\d{2}-\\d{2}";

    private LineExtras() {}

    static void put(Map<String, String> f, int i, Line l) {
        if (!l.adjustments().isEmpty()) f.put("less" + i, TypedAdjustments.text(l.adjustments()));
        if (l.period() != null)
            f.put("time" + i, l.period().from() + "/" + l.period().until());
    }

    /**
     * The adjustments that are typed in a field.
     *
     * @throws Refusal if they cannot be meant
     */
    static List<Adjustment> adjustments(String field, Currency currency) {
        return TypedAdjustments.parse(field, currency);
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
