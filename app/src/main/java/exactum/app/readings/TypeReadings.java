package exactum.app.readings;

import exactum.app.audit.Audit;
import exactum.app.ledger.FindBooks;
import exactum.app.web.Texts;
import exactum.core.cadence.ServicePeriod;
import exactum.core.ids.BusinessId;
import exactum.core.money.Decimals;
import exactum.core.problem.Refusal;
import exactum.core.typed.TypedAmount;
import java.math.BigDecimal;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The readings of a month, typed in a grid: a row a meter. */
@Component
public class TypeReadings {
    private static final BigDecimal MOST = BigDecimal.valueOf(999_999_999L);
    private final ReadingStore store;
    private final FindBooks books;
    private final Audit audit;

    TypeReadings(ReadingStore store, FindBooks books, Audit audit) {
        this.store = store;
        this.books = books;
        this.audit = audit;
    }

    /**
     * A row of the grid.
     *
     * @param field under which its quantity is typed
     * @param before what was read the month before, or empty
     * @param quantity what is kept for the month, or empty
     * @param fixed why it cannot be typed any more, or null
     */
    public record Row(
            String field,
            String customer,
            String code,
            String item,
            String unit,
            String before,
            String quantity,
            String fixed) {}

    /** The grid of a month. */
    public List<Row> grid(BusinessId business, YearMonth month) {
        Metered metered = store.metered(business);
        ServicePeriod period = period(month);
        return metered.all().stream()
                .map(m -> new Row(
                        field(m),
                        m.customerName(),
                        m.customerCode(),
                        m.itemName(),
                        m.unit(),
                        read(metered, m, period(month.minusMonths(1))),
                        read(metered, m, period),
                        fixed(business, metered, m, period)))
                .toList();
    }

    private static String field(Metered.Meter m) {
        return "q-" + m.customer() + "-" + m.item();
    }

    private static String read(Metered metered, Metered.Meter m, ServicePeriod period) {
        List<Metered.Kept> within = metered.kept(m).stream()
                .filter(k -> !k.period().from().isBefore(period.from())
                        && !k.period().until().isAfter(period.until()))
                .toList();
        return within.isEmpty()
                ? ""
                : Decimals.plain(within.stream().map(Metered.Kept::quantity).reduce(BigDecimal.ZERO, BigDecimal::add));
    }

    private String fixed(BusinessId business, Metered metered, Metered.Meter m, ServicePeriod period) {
        if (metered.billed(m).stream().anyMatch(b -> meet(b, period))) return "billed";
        if (!books.periods(business).isOpen(period.until().minusDays(1))) return "closed";
        Optional<Metered.Kept> otherwise = metered.kept(m).stream()
                .filter(k -> meet(k.period(), period) && !k.period().equals(period))
                .findFirst();
        return otherwise.map(k -> "read for " + k.period().words()).orElse(null);
    }

    /**
     * Keeps what is typed for a month: new quantities, changed ones, and those that were taken away.
     *
     * @throws Refusal naming every field that is wrong; then nothing is kept
     */
    @Transactional
    public int save(BusinessId business, YearMonth month, Map<String, String> fields) {
        store.lock(business);
        Metered metered = store.metered(business);
        ServicePeriod period = period(month);
        var problems = new ArrayList<Refusal>();
        Map<Metered.Meter, BigDecimal> wanted = new HashMap<>();
        List<Metered.Meter> gone = new ArrayList<>();
        for (Metered.Meter m : metered.all()) {
            String typed = fields.get(field(m));
            if (typed == null || typed.strip().equals(read(metered, m, period))) continue;
            try {
                String fixed = fixed(business, metered, m, period);
                if (fixed != null) throw refused("It cannot be changed any more: it is %s.".formatted(fixed));
                if (typed.isBlank()) gone.add(m);
                else wanted.put(m, quantity(typed));
            } catch (Refusal wrong) {
                problems.add(wrong.at(field(m)));
            }
        }
        if (!problems.isEmpty()) throw Refusal.all(problems);
        gone.forEach(m -> store.delete(business, m.customer(), m.item(), period.from()));
        wanted.keySet().forEach(m -> store.delete(business, m.customer(), m.item(), period.from()));
        store.insert(
                business,
                wanted.entrySet().stream()
                        .map(e -> new ReadingStore.Fresh(
                                e.getKey().customer(), e.getKey().item(), period, e.getValue()))
                        .toList(),
                "typed");
        int changed = gone.size() + wanted.size();
        if (changed > 0)
            audit.record(
                    business,
                    "typed readings",
                    "%s for %s".formatted(Texts.count(changed, "reading", "readings"), period.words()));
        return changed;
    }

    private static BigDecimal quantity(String typed) {
        BigDecimal quantity = TypedAmount.parse(typed);
        if (quantity.signum() < 0) throw refused("A reading is not below zero.");
        if (quantity.compareTo(MOST) > 0) throw refused("That is more than can be billed.");
        if (quantity.stripTrailingZeros().scale() > 6) throw refused("A reading has at most six decimals.");
        return quantity;
    }

    private static Refusal refused(String why) {
        return new Refusal("readings.typed", why + " Nothing was saved.");
    }

    private static ServicePeriod period(YearMonth month) {
        return new ServicePeriod(month.atDay(1), month.plusMonths(1).atDay(1));
    }

    private static boolean meet(ServicePeriod a, ServicePeriod b) {
        return a.from().isBefore(b.until()) && b.from().isBefore(a.until());
    }
}
