package exactum.core.report;

import exactum.core.cadence.Cadence;
import exactum.core.money.Money;
import exactum.core.money.Rounding;
import java.math.BigDecimal;
import java.math.MathContext;

/** What became of the recurring income of an arrangement from one month to the next. Common practice, no source. */
public enum RecurringChange {
    NEW("new"),
    RESUMED("resumed"),
    RAISED("raised"),
    LOWERED("lowered"),
    PAUSED("paused"),
    LOST("lost"),
    SAME("as before");

    private static final BigDecimal MONTHS = BigDecimal.valueOf(12);
    private static final BigDecimal WEEKS = BigDecimal.valueOf(52);
    private static final BigDecimal DAYS = BigDecimal.valueOf(365);
    private final String words;

    RecurringChange(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }

    /**
     * What happened.
     *
     * @param before a month in the month before
     * @param now a month in this one
     * @param ever whether anything came of it in any month before
     * @param ended whether it was ended by the end of this month
     */
    public static RecurringChange of(Money before, Money now, boolean ever, boolean ended) {
        if (before.isZero() && now.isZero()) return SAME;
        if (before.isZero()) return ever ? RESUMED : NEW;
        if (now.isZero()) return ended ? LOST : PAUSED;
        int way = now.compareTo(before);
        return way == 0 ? SAME : way > 0 ? RAISED : LOWERED;
    }

    /**
     * What is billed each time, as an amount a month: by whole months where it is counted in them, else by a year of 52 weeks or
     * 365 days; rounded half up to the minor unit.
     */
    public static Money aMonth(Money eachTime, Cadence cadence) {
        BigDecimal every = BigDecimal.valueOf(cadence.every());
        BigDecimal factor = switch (cadence.unit()) {
            case DAY -> DAYS.divide(MONTHS.multiply(every), MathContext.DECIMAL64);
            case WEEK -> WEEKS.divide(MONTHS.multiply(every), MathContext.DECIMAL64);
            default ->
                BigDecimal.ONE.divide(
                        BigDecimal.valueOf(cadence.unit().months()).multiply(every), MathContext.DECIMAL64);
        };
        return eachTime.times(factor, Rounding.HALF_UP_PER_PRORATION);
    }
}
