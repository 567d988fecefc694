package exactum.core.terms;

import exactum.core.cadence.Cadence;
import exactum.core.text.Days;
import java.time.LocalDate;

/**
 * A part that is paid in several equal payments.
 *
 * @param count how many, 2 to 600
 * @param unit what is counted between two of them
 * @param every how many of it, 1 to 999
 * @param firstOnTheDay whether the first is due on the day itself; else one step after it
 */
public record Repeat(int count, Cadence.Unit unit, int every, boolean firstOnTheDay) {
    public Repeat {
        if (count < 2 || count > 600)
            throw new IllegalArgumentException("payments must be 2 to 600, but were " + count);
        if (every < 1 || every > 999) throw new IllegalArgumentException("every must be 1 to 999, but was " + every);
    }

    /**
     * The day of one of them, counted from the first day and never from the payment before.
     *
     * @param index from 0
     */
    LocalDate day(LocalDate start, int index) {
        long steps = (long) every * (firstOnTheDay ? index : index + 1);
        return switch (unit) {
            case DAY -> start.plusDays(steps);
            case WEEK -> start.plusWeeks(steps);
            case MONTH, QUARTER, YEAR -> start.plusMonths(steps * unit.months());
        };
    }

    /** {@code in 7 payments every 3 weeks}. */
    public String words() {
        String often = every == 1 ? "every " + unit.word() : "every " + Days.count(every, unit.word());
        return "in %d payments %s".formatted(count, often);
    }
}
