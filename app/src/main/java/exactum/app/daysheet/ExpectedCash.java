package exactum.app.daysheet;

import exactum.app.web.Texts;
import exactum.core.calendar.TargetCalendar;
import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.time.temporal.TemporalAdjusters;
import java.util.ArrayList;
import java.util.Currency;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Component;

/**
 * Expected cash: what landed at the bank by day, what is expected, and below the line what came back; three weeks back and four
 * ahead, a drawing a currency.
 */
@Component
public class ExpectedCash {
    private static final int DAYS_BACK = 21;
    private static final int DAYS = 49;
    private static final int WIDTH = 1_180;
    private static final int BASE = 158;
    private static final int HIGH = 130;
    private static final int LEAST_BELOW = 9;
    private static final int FOOT = 26;
    private final ExpectedCashStore store;
    private final FreshForecast forecast;

    ExpectedCash(ExpectedCashStore store, FreshForecast forecast) {
        this.store = store;
        this.forecast = forecast;
    }

    /**
     * A bar of one day.
     *
     * @param kind payout, other, due, forecast or back
     * @param expected hatched if so
     */
    public record Bar(int x, int y, int width, int height, String kind, boolean expected, String words, String href) {
        /** Whether it is crossed, below the line. */
        public boolean isBack() {
            return kind.equals("back");
        }
    }

    /** A day that the bank is shut, a label, a line of the scale. */
    public record Place(int x, int y, int width, String label) {}

    /**
     * The drawing with its sums.
     *
     * @param back what came back
     * @param foot where the days stand
     */
    public record Drawing(
            String sign,
            List<Bar> bars,
            List<Place> shut,
            List<Place> labels,
            List<Place> scale,
            int todayX,
            Money landed,
            String since,
            Money expected,
            String until,
            Money back,
            int foot,
            String text) {}

    /** A drawing for each currency that money comes in, the own one first. */
    public List<Drawing> draw(BusinessId business, LocalDate today, Currency own) {
        forecast.ask(business);
        LocalDate first = today.minusDays(DAYS_BACK).with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY));
        LocalDate last = first.plusDays(DAYS - 1L);
        List<ExpectedCashStore.Sum> landed = store.landed(business, first, today);
        List<ExpectedCashStore.Sum> expected = store.expected(business, today, last);
        List<ExpectedCashStore.Sum> back = store.cameBack(business, first, today);
        Set<Currency> currencies = new LinkedHashSet<>(List.of(own));
        landed.forEach(s -> currencies.add(s.amount().currency()));
        expected.forEach(s -> currencies.add(s.amount().currency()));
        back.forEach(s -> currencies.add(s.amount().currency()));
        return currencies.stream()
                .map(c -> draw(c, first, today, of(landed, c), of(expected, c), of(back, c)))
                .toList();
    }

    private static List<ExpectedCashStore.Sum> of(List<ExpectedCashStore.Sum> sums, Currency currency) {
        return sums.stream().filter(s -> s.amount().currency().equals(currency)).toList();
    }

    private static Drawing draw(
            Currency currency,
            LocalDate first,
            LocalDate today,
            List<ExpectedCashStore.Sum> landed,
            List<ExpectedCashStore.Sum> expected,
            List<ExpectedCashStore.Sum> back) {
        long top = niceTop(landed, expected, back);
        var bars = new ArrayList<Bar>();
        Map<LocalDate, Integer> filled = new HashMap<>();
        var text = new StringBuilder();
        landed.forEach(s -> bars.add(bar(s, first, top, false, filled, text)));
        expected.forEach(s -> bars.add(bar(s, first, top, true, filled, text)));
        back.forEach(s -> bars.add(below(s, first, top, text)));
        int foot = FOOT + bars.stream().mapToInt(b -> b.y() + b.height()).max().orElse(BASE);
        return new Drawing(
                Money.sign(currency),
                bars,
                shut(first, currency),
                labels(first, foot),
                scale(top, currency),
                x(today, first) - 4,
                sum(currency, landed),
                Texts.shortDay(first),
                sum(currency, expected),
                Texts.shortDay(first.plusDays(DAYS - 1L)),
                sum(currency, back),
                foot,
                text.toString().strip());
    }

    private static Bar bar(
            ExpectedCashStore.Sum sum,
            LocalDate first,
            long top,
            boolean expected,
            Map<LocalDate, Integer> filled,
            StringBuilder text) {
        int height = (int) Math.max(2, sum.amount().minor() * HIGH / top);
        int y = filled.getOrDefault(sum.day(), BASE) - height;
        filled.put(sum.day(), y);
        String words = "%s: %s %s%s"
                .formatted(
                        Texts.shortWeekday(sum.day()),
                        sum.amount().withCurrency(),
                        expected ? "expected" : "landed",
                        sum.kind().equals("payout")
                                ? " from cards"
                                : sum.kind().equals("due")
                                        ? ", due on invoices"
                                        : sum.kind().equals("forecast") ? ", due on invoices still to be made" : "");
        text.append(words).append(". ");
        return new Bar(x(sum.day(), first), y, WIDTH / DAYS - 8, height, sum.kind(), expected, words, sum.href());
    }

    private static Bar below(ExpectedCashStore.Sum sum, LocalDate first, long top, StringBuilder text) {
        int height = (int) Math.max(LEAST_BELOW, sum.amount().minor() * HIGH / top);
        String words = "%s: %s came back"
                .formatted(Texts.shortWeekday(sum.day()), sum.amount().withCurrency());
        text.append(words).append(". ");
        return new Bar(x(sum.day(), first), BASE + 2, WIDTH / DAYS - 8, height, sum.kind(), false, words, sum.href());
    }

    private static long niceTop(
            List<ExpectedCashStore.Sum> landed,
            List<ExpectedCashStore.Sum> expected,
            List<ExpectedCashStore.Sum> back) {
        Map<LocalDate, Long> days = new HashMap<>();
        landed.forEach(s -> days.merge(s.day(), s.amount().minor(), Long::sum));
        expected.forEach(s -> days.merge(s.day(), s.amount().minor(), Long::sum));
        back.forEach(s -> days.merge(s.day(), s.amount().minor(), Math::max));
        long highest = days.values().stream().mapToLong(Long::longValue).max().orElse(100_000);
        long step = 1;
        while (step * 10 < highest) step *= 10;
        while (step * 2 < highest && step * 5 < highest) step *= 2;
        return Math.max(1, (highest + step - 1) / step * step);
    }

    /** Euro banks keep the TARGET calendar; of others only the weekend is known here. */
    private static List<Place> shut(LocalDate first, Currency currency) {
        boolean euro = currency.getCurrencyCode().equals("EUR");
        var places = new ArrayList<Place>();
        for (int i = 0; i < DAYS; i++) {
            LocalDate day = first.plusDays(i);
            boolean open = euro
                    ? TargetCalendar.INSTANCE.isOpen(day)
                    : day.getDayOfWeek().compareTo(DayOfWeek.SATURDAY) < 0;
            if (!open) places.add(new Place(x(day, first) - 4, 22, WIDTH / DAYS + 1, ""));
        }
        return places;
    }

    private static List<Place> labels(LocalDate first, int foot) {
        var places = new ArrayList<Place>();
        for (int i = 0; i < DAYS; i += 7)
            places.add(new Place(x(first.plusDays(i), first), foot, 0, Texts.shortDay(first.plusDays(i))));
        return places;
    }

    private static List<Place> scale(long top, Currency currency) {
        var places = new ArrayList<Place>();
        for (int i = 0; i <= 2; i++) {
            String label = new Money(currency, top * i / 2).text().replaceAll("\\.00$", "");
            places.add(new Place(0, BASE - HIGH * i / 2, WIDTH, label));
        }
        return places;
    }

    private static int x(LocalDate day, LocalDate first) {
        return 6 + (int) (ChronoUnit.DAYS.between(first, day) * WIDTH / DAYS);
    }

    private static Money sum(Currency currency, List<ExpectedCashStore.Sum> sums) {
        return Money.sum(
                currency, sums.stream().map(ExpectedCashStore.Sum::amount).toList());
    }
}
