package exactum.core.reminder;

import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * When a payer is reminded of an open item: so many days after the day by which it is to be paid, before it where that is below zero.
 * Each step is told once, in their order; one whose day has passed unheard for more than {@link #LATEST_DAYS} days is left out, so that
 * a rhythm that begins late, or a machine that stood still, writes to nobody about long ago.
 *
 * @param days of its steps, each later than the one before
 */
public record Rhythm(List<Integer> days) {
    /** So many days after its own a step is still told. */
    public static final int LATEST_DAYS = 5;

    private static final int MOST_STEPS = 12;
    private static final int EARLIEST = -90;
    private static final int LATEST = 365;

    public Rhythm {
        days = List.copyOf(days);
        if (!isRising(days))
            throw new Refusal("rhythm.order", "Each step comes later than the one before. Nothing was saved.");
        if (days.size() > MOST_STEPS)
            throw new Refusal("rhythm.steps", "A rhythm has at most 12 steps. Nothing was saved.");
        if (days.stream().anyMatch(d -> d < EARLIEST || d > LATEST))
            throw new Refusal(
                    "rhythm.days",
                    "A step is at most 90 days before the day of payment and 365 after. Nothing was saved.");
    }

    private static boolean isRising(List<Integer> days) {
        return IntStream.range(1, days.size()).allMatch(i -> days.get(i) > days.get(i - 1));
    }

    /** How firm a step is. */
    public enum Tone {
        /** Before it is due, or on the day. */
        AHEAD,
        FRIENDLY,
        FIRM,
        /** The last step after the day, where there is more than one. */
        LAST
    }

    /**
     * A step of one open item.
     *
     * @param no from 1
     * @param days after the day of payment, or before it where below zero
     * @param on its day
     * @param isLast whether none comes after it
     */
    public record Step(int no, int days, LocalDate on, Tone tone, boolean isLast) {}

    /** All steps of an item that is to be paid by a day. */
    public List<Step> steps(LocalDate payBy) {
        var steps = new ArrayList<Step>(days.size());
        for (int i = 0; i < days.size(); i++)
            steps.add(new Step(i + 1, days.get(i), payBy.plusDays(days.get(i)), tone(i), i == days.size() - 1));
        return steps;
    }

    /** How firm each step is, in their order. */
    public List<Tone> tones() {
        return IntStream.range(0, days.size()).mapToObj(this::tone).toList();
    }

    private Tone tone(int i) {
        if (days.get(i) <= 0) return Tone.AHEAD;
        long later = days.stream().filter(d -> d > 0).count();
        long before = days.subList(0, i).stream().filter(d -> d > 0).count();
        if (later > 1 && i == days.size() - 1) return Tone.LAST;
        return before == 0 ? Tone.FRIENDLY : Tone.FIRM;
    }

    /**
     * The step that is told today: the latest whose day has come; none where it was told, or its day is too long ago.
     *
     * @param since the day from which steps count: that of the document, or on which the item opened again
     * @param told the days of the steps that were told of this item since that day, or left out by a person, also ahead of their day
     */
    public Optional<Step> due(LocalDate payBy, LocalDate since, LocalDate today, Set<Integer> told) {
        return steps(payBy).stream()
                .filter(s -> !s.on().isAfter(today))
                .reduce((one, later) -> later)
                .filter(s -> told.stream().noneMatch(t -> covers(t, s, payBy, today)))
                .filter(s ->
                        s.on().isAfter(since) && !s.on().plusDays(LATEST_DAYS).isBefore(today));
    }

    /** The days by which an item may have to be paid of which {@link #due} tells a step on a day; of any other it tells none. */
    public Stream<LocalDate> payByOfSteps(LocalDate today) {
        return days.stream()
                .flatMap(step -> IntStream.rangeClosed(0, LATEST_DAYS)
                        .mapToObj(late -> today.minusDays(step).minusDays(late)));
    }

    /** Whether what was told makes a step needless: the step itself, or a later one whose day has come, also of how the rhythm was before. */
    private static boolean covers(int told, Step step, LocalDate payBy, LocalDate today) {
        return told == step.days()
                || told > step.days() && !payBy.plusDays(told).isAfter(today);
    }

    /** The step that comes after today, where nothing stops it and nobody left it out. */
    public Optional<Step> next(LocalDate payBy, LocalDate since, LocalDate today, Set<Integer> told) {
        return steps(payBy).stream()
                .filter(s -> s.on().isAfter(today) && s.on().isAfter(since) && !told.contains(s.days()))
                .findFirst();
    }
}
