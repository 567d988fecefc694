package exactum.core.card;

import exactum.core.working.Worked;
import exactum.core.working.Working;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;

/**
 * When a refused charge is tried again: on the days 0, 3, 7 and 14 after the first try where money was short, the next day where
 * something was away, and never where the family forbids it. Schemes allow at most 15 tries in 30 days (from memory of their
 * rules); the days are common practice, no source.
 */
public final class CardRetry {
    /** The days after the first try on which it is tried. */
    public static final List<Integer> DAYS = List.of(0, 3, 7, 14);
    /** The most tries of one charge within thirty days. */
    public static final int MOST_TRIES = 15;

    private static final int WITHIN_DAYS = 30;

    private CardRetry() {}

    /**
     * The day of the next try, with its working; empty where there is none.
     *
     * @param first the day of the first try
     * @param tries how many there were
     */
    public static Optional<Worked<LocalDate>> next(Decline last, LocalDate first, int tries, LocalDate today) {
        DeclineFamily family = last.family();
        boolean within = ChronoUnit.DAYS.between(first, today) < WITHIN_DAYS && tries < MOST_TRIES;
        if (!family.isTriedAgain() || !within || tries >= DAYS.size()) return Optional.empty();
        LocalDate planned = first.plusDays(DAYS.get(tries));
        LocalDate next = family == DeclineFamily.AWAY || !planned.isAfter(today) ? today.plusDays(1) : planned;
        Working working = Working.on("Try %d of %d".formatted(tries + 1, DAYS.size()))
                .step("refused with %s: %s".formatted(last.code(), family.words()), "ISO 8583:1987, field 39")
                .step("first tried on %s; tries on the days %s after it".formatted(first, DAYS), "common practice")
                .step("next on " + next, "at most %d tries in %d days".formatted(MOST_TRIES, WITHIN_DAYS))
                .done();
        return Optional.of(new Worked<>(next, working));
    }
}
