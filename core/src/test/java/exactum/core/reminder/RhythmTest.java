package exactum.core.reminder;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

class RhythmTest {
    private static final LocalDate PAY_BY = LocalDate.of(2026, 6, 15);
    private static final LocalDate ISSUED = LocalDate.of(2026, 6, 1);
    private static final Rhythm FIVE = new Rhythm(List.of(-7, 0, 4, 12, 25));

    private static LocalDate june(int day) {
        return LocalDate.of(2026, 6, 1).plusDays(day - 1);
    }

    @Test
    void five_steps_over_six_weeks_each_on_its_day_and_firmer() {
        var told = new ArrayList<Rhythm.Step>();
        for (LocalDate day = ISSUED; day.isBefore(PAY_BY.plusDays(60)); day = day.plusDays(1)) {
            Set<Integer> before = told.stream().map(Rhythm.Step::days).collect(Collectors.toSet());
            FIVE.due(PAY_BY, ISSUED, day, before).ifPresent(told::add);
        }
        assertThat(told).extracting(Rhythm.Step::on).containsExactly(june(8), june(15), june(19), june(27), june(40));
        assertThat(told)
                .extracting(Rhythm.Step::tone)
                .containsExactly(
                        Rhythm.Tone.AHEAD, Rhythm.Tone.AHEAD, Rhythm.Tone.FRIENDLY, Rhythm.Tone.FIRM, Rhythm.Tone.LAST);
        assertThat(told.getLast().isLast()).isTrue();
    }

    @Test
    void whatever_is_told_on_a_day_is_to_be_paid_by_one_of_the_days_of_its_steps() {
        for (LocalDate payBy = june(1).minusDays(60); payBy.isBefore(june(60)); payBy = payBy.plusDays(1)) {
            boolean told =
                    FIVE.due(payBy, payBy.minusDays(100), june(1), Set.of()).isPresent();
            assertThat(FIVE.payByOfSteps(june(1)).anyMatch(payBy::equals))
                    .as(payBy.toString())
                    .isEqualTo(told);
        }
    }

    @Test
    void a_step_whose_day_was_before_the_invoice_is_not_told() {
        assertThat(FIVE.due(PAY_BY, june(10), june(10), Set.of())).isEmpty();
        assertThat(FIVE.due(PAY_BY, june(8), june(8), Set.of())).isEmpty();
        assertThat(FIVE.next(PAY_BY, june(10), june(10), Set.of()))
                .map(Rhythm.Step::on)
                .contains(PAY_BY);
    }

    @Test
    void after_nights_without_work_only_the_latest_step_is_told_and_none_that_is_long_ago() {
        assertThat(FIVE.due(PAY_BY, ISSUED, june(20), Set.of()))
                .map(Rhythm.Step::days)
                .contains(4);
        assertThat(FIVE.due(PAY_BY, ISSUED, june(25), Set.of())).isEmpty();
        assertThat(FIVE.due(PAY_BY, ISSUED, june(200), Set.of())).isEmpty();
        assertThat(FIVE.due(PAY_BY, ISSUED, june(19), Set.of(4))).isEmpty();
    }

    @Test
    void a_step_that_is_left_out_ahead_of_its_day_leaves_the_earlier_ones() {
        assertThat(FIVE.due(PAY_BY, ISSUED, june(27), Set.of(25)))
                .map(Rhythm.Step::days)
                .contains(12);
        assertThat(FIVE.due(PAY_BY, ISSUED, june(40), Set.of(12, 25))).isEmpty();
        assertThat(FIVE.next(PAY_BY, ISSUED, june(27), Set.of(12, 25))).isEmpty();
    }

    @Test
    void what_was_told_by_how_the_rhythm_was_before_is_not_told_again_in_other_days() {
        assertThat(new Rhythm(List.of(10, 20)).due(PAY_BY, ISSUED, june(28), Set.of(12)))
                .isEmpty();
        assertThat(new Rhythm(List.of(10, 20)).due(PAY_BY, ISSUED, june(35), Set.of(12)))
                .map(Rhythm.Step::days)
                .contains(20);
    }

    @Test
    void what_cannot_be_a_rhythm_is_refused() {
        for (List<Integer> days : List.of(List.of(4, 4), List.of(4, 0), List.of(-91), List.of(366)))
            assertThatThrownBy(() -> new Rhythm(days)).as("%s", days).isInstanceOf(Refusal.class);
        assertThat(new Rhythm(List.of()).due(PAY_BY, ISSUED, PAY_BY, Set.of())).isEmpty();
    }

    @Test
    void whatever_days_are_worked_no_step_is_told_twice_early_or_out_of_order() {
        long seed = new Random().nextLong();
        var random = new Random(seed);
        for (int n = 0; n < 2_000; n++) {
            var days = new TreeSet<Integer>();
            for (int i = 0; i < random.nextInt(8); i++) days.add(random.nextInt(60) - 20);
            var rhythm = new Rhythm(List.copyOf(days));
            var told = new TreeSet<Integer>();
            LocalDate since = PAY_BY.minusDays(random.nextInt(40));
            for (LocalDate day = since; day.isBefore(PAY_BY.plusDays(70)); day = day.plusDays(1 + random.nextInt(4))) {
                Optional<Rhythm.Step> step = rhythm.due(PAY_BY, since, day, told);
                if (step.isEmpty()) continue;
                assertThat(step.get().on())
                        .as("seed %d", seed)
                        .isBeforeOrEqualTo(day)
                        .isAfter(since);
                assertThat(told.isEmpty() || step.get().days() > told.last())
                        .as("seed %d", seed)
                        .isTrue();
                told.add(step.get().days());
            }
        }
    }
}
