package exactum.app.daysheet;

import exactum.app.business.Business;
import exactum.app.text.Texts;
import exactum.core.calendar.TargetCalendar;
import exactum.core.money.Money;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** The cash course: what landed at the bank by day, and what is expected, drawn three weeks back and four ahead. */
@Component
public class CashCourse {
    private static final int DAYS_BACK = 21;
    private static final int DAYS = 49;
    private static final int WIDTH = 1_180;
    private static final int BASE = 158;
    private static final int HIGH = 130;
    private final DSLContext db;

    CashCourse(DSLContext db) {
        this.db = db;
    }

    /**
     * A bar of one day.
     *
     * @param kind payout, other or due
     * @param expected hatched if so
     */
    public record Bar(int x, int y, int width, int height, String kind, boolean expected, String words, String href) {}

    /** A day that the bank is shut, a label, a line of the scale. */
    public record Place(int x, int y, int width, String label) {}

    /** The drawing with its sums. */
    public record Drawing(
            List<Bar> bars,
            List<Place> shut,
            List<Place> labels,
            List<Place> scale,
            int todayX,
            String landed,
            String since,
            String expected,
            String until,
            String text) {}

    private record Sum(LocalDate day, String kind, long minor, String href) {}

    public Drawing draw(LocalDate today, String currency) {
        LocalDate first =
                today.minusDays(DAYS_BACK).with(java.time.temporal.TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY));
        LocalDate last = first.plusDays(DAYS - 1L);
        List<Sum> landed = landed(first, today);
        List<Sum> expected = expected(today, last);
        long top = niceTop(landed, expected);
        var bars = new ArrayList<Bar>();
        Map<LocalDate, Integer> filled = new HashMap<>();
        var text = new StringBuilder();
        landed.forEach(s -> bars.add(bar(s, first, top, currency, false, filled, text)));
        expected.forEach(s -> bars.add(bar(s, first, top, currency, true, filled, text)));
        return new Drawing(
                bars,
                shut(first),
                labels(first),
                scale(top, currency),
                x(today, first) - 4,
                money(currency, landed),
                Texts.shortDay(first),
                money(currency, expected),
                Texts.shortDay(last),
                text.toString().strip());
    }

    private List<Sum> landed(LocalDate first, LocalDate today) {
        return db.fetch("""
                        select booked_on, case when matched_as = 'payout' then 'payout' else 'other' end as kind, sum(amount_minor) as minor, min(statement_id::text) as statement from bank_line
                         where business_id = {0} and amount_minor > 0 and booked_on between {1} and {2} group by 1, 2 order by 1, 2 desc
                        """, DSL.inline(Business.ID), DSL.val(first), DSL.val(today))
                .map(r -> new Sum(
                        r.get("booked_on", LocalDate.class),
                        r.get("kind", String.class),
                        r.get("minor", Long.class),
                        "/statements/" + r.get("statement")));
    }

    private List<Sum> expected(LocalDate today, LocalDate last) {
        return db.fetch("""
                        select day, kind, sum(minor) as minor, min(href) as href from (
                            select arrives_on as day, 'payout' as kind, net_minor as minor, '/payouts/' || id as href from payout where business_id = {0} and bank_line_id is null and arrives_on >= {1}
                            union all
                            select due_date, 'due', amount_minor - settled_minor, '/invoices?due=' || due_date from instalment where business_id = {0} and settled_minor < amount_minor and due_date >= {1}
                        ) e where day <= {2} group by day, kind order by day, kind desc
                        """, DSL.inline(Business.ID), DSL.val(today), DSL.val(last))
                .map(r -> new Sum(
                        r.get("day", LocalDate.class),
                        r.get("kind", String.class),
                        r.get("minor", Long.class),
                        r.get("href", String.class)));
    }

    private static Bar bar(
            Sum sum,
            LocalDate first,
            long top,
            String currency,
            boolean expected,
            Map<LocalDate, Integer> filled,
            StringBuilder text) {
        int height = (int) Math.max(2, sum.minor() * HIGH / top);
        int y = filled.getOrDefault(sum.day(), BASE) - height;
        filled.put(sum.day(), y);
        String words = "%s: %s %s%s"
                .formatted(
                        Texts.shortWeekday(sum.day()),
                        Texts.money(currency, sum.minor()),
                        expected ? "expected" : "landed",
                        sum.kind().equals("payout")
                                ? " from cards"
                                : sum.kind().equals("due") ? ", due on invoices" : "");
        text.append(words).append(". ");
        return new Bar(x(sum.day(), first), y, WIDTH / DAYS - 8, height, sum.kind(), expected, words, sum.href());
    }

    private static long niceTop(List<Sum> landed, List<Sum> expected) {
        Map<LocalDate, Long> days = new HashMap<>();
        landed.forEach(s -> days.merge(s.day(), s.minor(), Long::sum));
        expected.forEach(s -> days.merge(s.day(), s.minor(), Long::sum));
        long highest = days.values().stream().mapToLong(Long::longValue).max().orElse(100_000);
        long step = 1;
        while (step * 10 < highest) step *= 10;
        while (step * 2 < highest && step * 5 < highest) step *= 2;
        return Math.max(1, (highest + step - 1) / step * step);
    }

    private static List<Place> shut(LocalDate first) {
        var places = new ArrayList<Place>();
        for (int i = 0; i < DAYS; i++) {
            if (!TargetCalendar.INSTANCE.isOpen(first.plusDays(i)))
                places.add(new Place(x(first.plusDays(i), first) - 4, 22, WIDTH / DAYS + 1, ""));
        }
        return places;
    }

    private static List<Place> labels(LocalDate first) {
        var places = new ArrayList<Place>();
        for (int i = 0; i < DAYS; i += 7)
            places.add(new Place(x(first.plusDays(i), first), 184, 0, Texts.shortDay(first.plusDays(i))));
        return places;
    }

    private static List<Place> scale(long top, String currency) {
        var places = new ArrayList<Place>();
        for (int i = 0; i <= 2; i++) {
            String label = Money.ofMinor(currency, top * i / 2).text().replaceAll("\\.00$", "");
            places.add(new Place(0, BASE - HIGH * i / 2, WIDTH, label));
        }
        return places;
    }

    private static int x(LocalDate day, LocalDate first) {
        return 6 + (int) (ChronoUnit.DAYS.between(first, day) * WIDTH / DAYS);
    }

    private static String money(String currency, List<Sum> sums) {
        return Texts.money(currency, sums.stream().mapToLong(Sum::minor).sum());
    }
}
