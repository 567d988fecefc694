package exactum.core.arrears;

import exactum.core.money.Money;
import exactum.core.money.Rounding;
import exactum.core.problem.Refusal;
import exactum.core.working.Worked;
import exactum.core.working.Working;
import java.math.BigDecimal;
import java.math.MathContext;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.TreeMap;

/**
 * Simple interest on a debt that is late, by the day on 365 days (common practice, no source): the reference rate of the half-year
 * and so many points above it. Exact until its end, then rounded half-up to the minor unit, once.
 *
 * @param law by which the reference rate is read
 * @param points above the reference rate, in percent a year
 * @param rates reference rates in percent a year, by the day from which each is in force
 */
public record LateInterest(LateLaw law, BigDecimal points, NavigableMap<LocalDate, BigDecimal> rates) {
    private static final BigDecimal DAYS_A_YEAR = BigDecimal.valueOf(365);

    public LateInterest {
        rates = new TreeMap<>(rates);
    }

    /** What was owed from the end of a day on. */
    public record Owed(LocalDate since, Money amount) {}

    /** Days with one amount and one rate; the first day bears no interest, the last one does. */
    private record Stretch(LocalDate since, LocalDate until, Money amount, BigDecimal percent) {
        private long days() {
            return ChronoUnit.DAYS.between(since, until);
        }

        private BigDecimal interest() {
            return amount.amount()
                    .multiply(percent.movePointLeft(2))
                    .multiply(BigDecimal.valueOf(days()))
                    .divide(DAYS_A_YEAR, MathContext.DECIMAL64);
        }
    }

    /**
     * The interest of a debt through a day.
     *
     * @param owed what was owed, the earliest first; the first one since the due date, or since the day to which interest was charged
     * @throws Refusal if no reference rate is known for a half-year of it
     */
    public Worked<Money> on(List<Owed> owed, LocalDate until) {
        List<Stretch> stretches = stretches(owed, until);
        BigDecimal exact = stretches.stream().map(Stretch::interest).reduce(BigDecimal.ZERO, BigDecimal::add);
        Money interest = Money.rounded(owed.getFirst().amount().currency(), exact, Rounding.HALF_UP_PER_INTEREST);
        var working = Working.on(() -> "Interest through " + until);
        for (Stretch s : stretches)
            working.step(
                    () -> "%s × %s %% × %d / 365 days, after %s until %s, = %s"
                            .formatted(
                                    s.amount().text(),
                                    s.percent().toPlainString(),
                                    s.days(),
                                    s.since(),
                                    s.until(),
                                    s.interest().round(new MathContext(8)).toPlainString()),
                    "%s: the reference rate of %s and %s points"
                            .formatted(law.words(), law.fixing(s.until()), points.toPlainString()));
        return new Worked<>(
                interest,
                working.step(() -> "rounded to " + interest.withCurrency(), Rounding.HALF_UP_PER_INTEREST.words())
                        .done());
    }

    private List<Stretch> stretches(List<Owed> owed, LocalDate until) {
        var stretches = new ArrayList<Stretch>();
        for (int i = 0; i < owed.size(); i++) {
            LocalDate end = i + 1 < owed.size() ? owed.get(i + 1).since() : until;
            if (end.isAfter(until)) end = until;
            LocalDate since = owed.get(i).since();
            while (since.isBefore(end) && owed.get(i).amount().isPositive()) {
                LocalDate lastOfHalf =
                        LateLaw.halfYear(since.plusDays(1)).plusMonths(6).minusDays(1);
                LocalDate stop = lastOfHalf.isBefore(end) ? lastOfHalf : end;
                stretches.add(new Stretch(since, stop, owed.get(i).amount(), percent(stop)));
                since = stop;
            }
        }
        return stretches;
    }

    private BigDecimal percent(LocalDate day) {
        LocalDate fixing = law.fixing(day);
        Map.Entry<LocalDate, BigDecimal> rate = rates.floorEntry(fixing);
        if (rate == null)
            throw new Refusal(
                    "interest.rate",
                    "No reference rate is known for %s. Nothing was charged. Add the one that was in force then."
                            .formatted(fixing));
        return rate.getValue().add(points);
    }
}
