package exactum.core.cadence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.dmfs.rfc5545.DateTime;
import org.dmfs.rfc5545.recur.RecurrenceRule;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class CadenceTest {
    private static final LocalDate JAN_31 = LocalDate.of(2026, 1, 31);

    /** RFC 7529 section 4, SKIP=BACKWARD: 31 Jan, 28 Feb, 31 Mar, 30 Apr, and no drift afterwards. */
    @Test
    void the_31st_falls_back_to_the_last_day_without_drift() {
        var cadence = Cadence.monthly(new DayRule.MonthDay(31));
        assertThat(dates(cadence, JAN_31, 5))
                .containsExactly(
                        JAN_31,
                        LocalDate.of(2026, 2, 28),
                        LocalDate.of(2026, 3, 31),
                        LocalDate.of(2026, 4, 30),
                        LocalDate.of(2026, 5, 31));
        assertThat(cadence.rule()).isEqualTo("RSCALE=GREGORIAN;FREQ=MONTHLY;INTERVAL=1;BYMONTHDAY=31;SKIP=BACKWARD");
    }

    @Test
    void a_yearly_29_february_comes_back_in_the_leap_year() {
        var cadence = new Cadence(Cadence.Unit.YEAR, 1, new DayRule.MonthDay(29));
        assertThat(dates(cadence, LocalDate.of(2028, 2, 29), 5))
                .containsExactly(
                        LocalDate.of(2028, 2, 29),
                        LocalDate.of(2029, 2, 28),
                        LocalDate.of(2030, 2, 28),
                        LocalDate.of(2031, 2, 28),
                        LocalDate.of(2032, 2, 29));
    }

    @Test
    void the_30th_and_the_last_day_are_two_choices() {
        LocalDate jan30 = LocalDate.of(2026, 1, 30);
        assertThat(dates(Cadence.monthly(new DayRule.MonthDay(30)), jan30, 3))
                .containsExactly(jan30, LocalDate.of(2026, 2, 28), LocalDate.of(2026, 3, 30));
        assertThat(dates(Cadence.monthly(new DayRule.LastDay()), jan30, 3))
                .containsExactly(JAN_31, LocalDate.of(2026, 2, 28), LocalDate.of(2026, 3, 31));
    }

    static Stream<Cadence> cadences() {
        return Stream.of(
                new Cadence(Cadence.Unit.DAY, 10, null),
                new Cadence(Cadence.Unit.WEEK, 3, null),
                Cadence.monthly(new DayRule.MonthDay(1)),
                Cadence.monthly(new DayRule.MonthDay(29)),
                Cadence.monthly(new DayRule.MonthDay(31)),
                Cadence.monthly(new DayRule.LastDay()),
                Cadence.monthly(new DayRule.NthWeekday(2, DayOfWeek.TUESDAY)),
                Cadence.monthly(new DayRule.NthWeekday(-1, DayOfWeek.THURSDAY)),
                new Cadence(Cadence.Unit.QUARTER, 1, new DayRule.LastDay()),
                new Cadence(Cadence.Unit.QUARTER, 1, new DayRule.MonthDay(31)),
                new Cadence(Cadence.Unit.YEAR, 2, new DayRule.MonthDay(15)));
    }

    /** An independent reader of RFC 5545 and RFC 7529 rules gives the same forty dates. */
    @ParameterizedTest
    @MethodSource("cadences")
    void the_rule_means_the_same_to_lib_recur(Cadence cadence) throws Exception {
        LocalDate first = cadence.first(LocalDate.of(2026, 1, 5));
        var theirs = new RecurrenceRule(cadence.rule())
                .iterator(new DateTime(first.getYear(), first.getMonthValue() - 1, first.getDayOfMonth()));
        for (int i = 0; i < 40; i++) {
            DateTime next = theirs.nextDateTime();
            LocalDate expected = LocalDate.of(next.getYear(), next.getMonth() + 1, next.getDayOfMonth());
            assertThat(cadence.occurrence(LocalDate.of(2026, 1, 5), i))
                    .as(cadence.rule() + " #" + i)
                    .isEqualTo(expected);
        }
    }

    @ParameterizedTest
    @MethodSource("cadences")
    void the_rule_is_read_back_as_it_was_written(Cadence cadence) {
        assertThat(Cadence.parse(cadence.rule())).isEqualTo(cadence);
    }

    @Test
    void what_makes_no_sense_cannot_be_made() {
        assertThatThrownBy(() -> new Cadence(Cadence.Unit.MONTH, 0, new DayRule.LastDay()))
                .hasMessageContaining("every must be 1 to 999");
        assertThatThrownBy(() -> new Cadence(Cadence.Unit.WEEK, 1, new DayRule.LastDay()))
                .hasMessageContaining("a day of the month goes with months");
        assertThatThrownBy(() -> new DayRule.NthWeekday(5, DayOfWeek.MONDAY)).hasMessageContaining("-1 for the last");
    }

    private static List<LocalDate> dates(Cadence cadence, LocalDate start, int count) {
        return IntStream.range(0, count)
                .mapToObj(i -> cadence.occurrence(start, i))
                .toList();
    }
}
