package exactum.core.report;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.core.cadence.Cadence;
import exactum.core.cadence.DayRule;
import exactum.core.money.Money;
import org.junit.jupiter.api.Test;

/** Recurring income by month and what changed (common practice, no source). */
class RecurringChangeTest {
    private static final Money NOTHING = eur("0.00");

    private static Money eur(String amount) {
        return Money.of("EUR", amount);
    }

    @Test
    void each_change_has_its_name() {
        assertThat(RecurringChange.of(NOTHING, eur("50.00"), false, false)).isEqualTo(RecurringChange.NEW);
        assertThat(RecurringChange.of(NOTHING, eur("50.00"), true, false)).isEqualTo(RecurringChange.RESUMED);
        assertThat(RecurringChange.of(eur("50.00"), eur("55.00"), true, false)).isEqualTo(RecurringChange.RAISED);
        assertThat(RecurringChange.of(eur("50.00"), eur("45.00"), true, true)).isEqualTo(RecurringChange.LOWERED);
        assertThat(RecurringChange.of(eur("50.00"), NOTHING, true, false)).isEqualTo(RecurringChange.PAUSED);
        assertThat(RecurringChange.of(eur("50.00"), NOTHING, true, true)).isEqualTo(RecurringChange.LOST);
        assertThat(RecurringChange.of(eur("50.00"), eur("50.00"), true, false)).isEqualTo(RecurringChange.SAME);
        assertThat(RecurringChange.of(NOTHING, NOTHING, true, true)).isEqualTo(RecurringChange.SAME);
    }

    @Test
    void what_is_billed_each_time_is_so_much_a_month() {
        var first = new DayRule.MonthDay(1);
        assertThat(RecurringChange.aMonth(eur("1200.00"), new Cadence(Cadence.Unit.YEAR, 1, first)))
                .isEqualTo(eur("100.00"));
        assertThat(RecurringChange.aMonth(eur("100.00"), new Cadence(Cadence.Unit.QUARTER, 1, first)))
                .isEqualTo(eur("33.33"));
        assertThat(RecurringChange.aMonth(eur("640.00"), new Cadence(Cadence.Unit.MONTH, 1, first)))
                .isEqualTo(eur("640.00"));
        assertThat(RecurringChange.aMonth(eur("12.00"), new Cadence(Cadence.Unit.WEEK, 2, null)))
                .isEqualTo(eur("26.00"));
        assertThat(RecurringChange.aMonth(eur("12.00"), new Cadence(Cadence.Unit.DAY, 1, null)))
                .isEqualTo(eur("365.00"));
    }
}
