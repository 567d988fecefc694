package exactum.app.readings;

import exactum.app.web.Texts;
import exactum.core.cadence.ServicePeriod;
import exactum.core.ledger.Periods;
import exactum.core.money.Decimals;
import exactum.formats.csv.ReadingCsv;
import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Checks readings against what bills them and what was read before; each thing that is wrong is named. */
final class CheckReadings {
    private static final BigDecimal MOST = BigDecimal.valueOf(999_999_999L);
    private final Metered metered;
    private final Periods periods;
    private final Set<String> customers;
    private final Set<String> items;
    private final Map<Metered.Meter, List<Seen>> seen = new HashMap<>();

    /**
     * Checks by what is known.
     *
     * @param customers the codes of customers that there are, among those that are named
     * @param items likewise of items
     */
    CheckReadings(Metered metered, Periods periods, Set<String> customers, Set<String> items) {
        this.metered = metered;
        this.periods = periods;
        this.customers = customers;
        this.items = items;
    }

    private record Seen(ServicePeriod period, String where) {}

    /**
     * What became of a row.
     *
     * @param fresh what is to be kept, or null
     * @param notes what is strange and does not stop it
     */
    record Checked(ReadingStore.Fresh fresh, Metered.Meter meter, List<String> reasons, List<String> notes) {}

    /** Checks a row of a file, after those before it. */
    Checked check(ReadingCsv.Row row) {
        var reasons = new ArrayList<String>();
        Metered.Meter meter = meter(row, reasons);
        ServicePeriod period = period(row.period(), reasons);
        BigDecimal quantity = quantity(row, reasons);
        if (meter != null && period != null) time(meter, period, reasons);
        boolean good = reasons.isEmpty();
        List<String> notes = good ? gap(meter, period) : List.of();
        if (good) seen.computeIfAbsent(meter, m -> new ArrayList<>()).add(new Seen(period, "line " + row.line()));
        return new Checked(
                good ? new ReadingStore.Fresh(meter.customer(), meter.item(), period, quantity) : null,
                meter,
                reasons,
                notes);
    }

    private Metered.Meter meter(ReadingCsv.Row row, List<String> reasons) {
        if (!customers.contains(row.customer())) reasons.add("there is no customer “%s”".formatted(row.customer()));
        if (!items.contains(row.item())) reasons.add("there is no item “%s”".formatted(row.item()));
        if (!reasons.isEmpty()) return null;
        Metered.Meter meter = metered.of(row.customer(), row.item());
        if (meter == null)
            reasons.add("no recurring invoice bills “%s” to %s as read".formatted(row.item(), row.customer()));
        return meter;
    }

    private static ServicePeriod period(String text, List<String> reasons) {
        try {
            if (text.matches("\\d{4}-\\d{2}")) {
                YearMonth month = YearMonth.parse(text);
                return new ServicePeriod(month.atDay(1), month.plusMonths(1).atDay(1));
            }
            if (text.matches("\\d{4}-\\d{2}-\\d{2}/\\d{4}-\\d{2}-\\d{2}")) {
                String[] days = text.split("/");
                return new ServicePeriod(
                        LocalDate.parse(days[0]), LocalDate.parse(days[1]).plusDays(1));
            }
        } catch (DateTimeException noDay) {
            reasons.add("“%s” has a day that does not exist".formatted(text));
            return null;
        } catch (IllegalArgumentException backwards) {
            reasons.add("“%s” ends before it starts".formatted(text));
            return null;
        }
        reasons.add("“%s” is no period; write 2026-06 or 2026-06-01/2026-06-15".formatted(text));
        return null;
    }

    private static BigDecimal quantity(ReadingCsv.Row row, List<String> reasons) {
        boolean counts = !row.before().isEmpty() || !row.after().isEmpty();
        if (counts && !row.quantity().isEmpty()) {
            reasons.add("it has a quantity and counts of the meter, and should have one of the two");
            return null;
        }
        if (!counts) return number(row.quantity(), "quantity", reasons);
        BigDecimal before = number(row.before(), "count before", reasons);
        BigDecimal after = number(row.after(), "count after", reasons);
        if (before == null || after == null) return null;
        if (after.compareTo(before) >= 0) return after.subtract(before);
        reasons.add("the meter read %s and then %s, which is less; if it turned over or was replaced, give the quantity"
                .formatted(Decimals.plain(before), Decimals.plain(after)));
        return null;
    }

    private static BigDecimal number(String text, String what, List<String> reasons) {
        if (!text.matches("-?\\d{1,18}(\\.\\d{1,6})?")) {
            reasons.add(
                    text.isEmpty()
                            ? "the %s is missing".formatted(what)
                            : "“%s” is no %s; write a number with a point, at most six decimals".formatted(text, what));
            return null;
        }
        BigDecimal number = new BigDecimal(text);
        if (number.signum() < 0) {
            reasons.add("the %s is below zero".formatted(what));
            return null;
        }
        if (number.compareTo(MOST) <= 0) return number;
        reasons.add("%s is more than can be billed".formatted(text));
        return null;
    }

    /** What is wrong with a time of a meter: closed, billed, or read already. */
    void time(Metered.Meter meter, ServicePeriod period, List<String> reasons) {
        LocalDate last = period.until().minusDays(1);
        if (!periods.isOpen(last)) reasons.add("%s is closed in the books".formatted(Texts.day(last)));
        metered.billed(meter).stream()
                .filter(b -> meet(b, period))
                .findFirst()
                .ifPresent(b -> reasons.add("%s is billed already".formatted(b.words())));
        metered.kept(meter).stream()
                .filter(k -> meet(k.period(), period))
                .findFirst()
                .ifPresent(k -> reasons.add("%s is read already: %s %s, %s"
                        .formatted(k.period().words(), Decimals.text(k.quantity()), meter.unit(), k.source())));
        seen.getOrDefault(meter, List.of()).stream()
                .filter(s -> meet(s.period(), period))
                .findFirst()
                .ifPresent(s -> reasons.add("it is the same time as %s".formatted(s.where())));
    }

    /** A time between the last reading and this one of which nothing is known. */
    private List<String> gap(Metered.Meter meter, ServicePeriod period) {
        Set<LocalDate> ends = new HashSet<>();
        metered.kept(meter).forEach(k -> ends.add(k.period().until()));
        seen.getOrDefault(meter, List.of()).forEach(s -> ends.add(s.period().until()));
        return ends.stream()
                .filter(end -> !end.isAfter(period.from()))
                .max(LocalDate::compareTo)
                .filter(end -> end.isBefore(period.from()))
                .map(end -> List.of(
                        "nothing was read for %s before it".formatted(new ServicePeriod(end, period.from()).words())))
                .orElse(List.of());
    }

    private static boolean meet(ServicePeriod a, ServicePeriod b) {
        return a.from().isBefore(b.until()) && b.from().isBefore(a.until());
    }
}
