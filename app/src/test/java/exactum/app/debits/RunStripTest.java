package exactum.app.debits;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.core.money.Money;
import exactum.core.scheme.Scheme;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** The drawing of a run shows every day on which something is collected, however far ahead. */
class RunStripTest {
    private static final LocalDate TODAY = LocalDate.of(2026, 6, 1);
    private static final LocalDate SOON = LocalDate.of(2026, 6, 3);

    private static RunStrip strip(Map<LocalDate, Money> collected) {
        return RunStrip.of(Scheme.SEPA_CORE.rules(), TODAY, 1, LocalTime.of(14, 0), collected, Set.of(SOON));
    }

    @Test
    void four_weeks_are_drawn_with_each_day_named() {
        RunStrip strip = strip(Map.of(SOON, Money.of("EUR", "80.00")));
        assertThat(strip.days()).hasSize(28).noneMatch(d -> d.label().isEmpty());
        assertThat(strip.width()).isEqualTo(28 * 44);
        assertThat(strip.days().get(1).words()).isEqualTo("hand over by 14:00");
        assertThat(strip.days().get(2).amount()).isEqualTo("80.00");
        assertThat(strip.days().get(2).isBooked()).isTrue();
        assertThat(strip.days().get(5).isShut()).isTrue();
    }

    @Test
    void a_later_day_makes_the_columns_narrower_and_only_what_matters_is_named() {
        LocalDate late = LocalDate.of(2026, 7, 15);
        RunStrip strip = strip(Map.of(SOON, Money.of("EUR", "80.00"), late, Money.of("EUR", "40.00")));
        assertThat(strip.days()).hasSize(46);
        assertThat(strip.width()).isLessThanOrEqualTo(28 * 44).isGreaterThan(27 * 44);
        RunStrip.Day last = strip.days().get(44);
        assertThat(last.label()).isEqualTo("We 15");
        assertThat(last.amount()).isEqualTo("40.00");
        assertThat(last.height()).isEqualTo(strip.days().get(2).height() / 2);
        assertThat(strip.days().get(10).label()).isEmpty();
        assertThat(strip.days().get(7).label()).isEqualTo("Mo 8");
        assertThat(strip.text()).contains("collected on Wed 15 Jul 2026");
    }

    @Test
    void nothing_collected_is_said() {
        assertThat(strip(Map.of()).text()).isEqualTo("Nothing is collected.");
    }
}
