package exactum.core.cadence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.cadence.Cadence.Unit;
import exactum.core.cadence.Recurrence.End;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.List;
import java.util.SplittableRandom;
import java.util.stream.Stream;
import org.dmfs.rfc5545.DateTime;
import org.dmfs.rfc5545.recur.InvalidRecurrenceRuleException;
import org.dmfs.rfc5545.recur.RecurrenceRule;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** Dates and periods against lib-recur, an independent reader of RFC 5545 and RFC 7529 rules, over seeded cadences. */
class NextTwelveTest {
    private static Stream<Arguments> cadences() {
        var random = new SplittableRandom(5_545);
        return Stream.generate(() -> {
                    Unit unit = Unit.values()[random.nextInt(Unit.values().length)];
                    DayRule day = !unit.isMonths() ? null : day(random);
                    LocalDate start = LocalDate.of(2024, 1, 1).plusDays(random.nextInt(1_500));
                    return Arguments.of(new Cadence(unit, random.nextInt(1, 5), day), start);
                })
                .limit(120);
    }

    @Test
    void ten_thousand_cadences_have_the_dates_of_an_independent_reader() throws InvalidRecurrenceRuleException {
        var random = new SplittableRandom(7_529);
        for (int n = 0; n < 10_000; n++) {
            Unit unit = Unit.values()[random.nextInt(Unit.values().length)];
            DayRule day = unit.isMonths() ? day(random) : null;
            var cadence = new Cadence(unit, random.nextInt(1, 14), day);
            LocalDate start = LocalDate.of(2020, 1, 1).plusDays(random.nextInt(5_000));
            LocalDate first = cadence.first(start);
            var theirs = new RecurrenceRule(cadence.rule())
                    .iterator(new DateTime(first.getYear(), first.getMonthValue() - 1, first.getDayOfMonth()));
            for (int i = 0; i < 8; i++) {
                DateTime next = theirs.nextDateTime();
                assertThat(cadence.occurrence(start, i))
                        .as("number %d of %s from %s", i, cadence.rule(), start)
                        .isEqualTo(LocalDate.of(next.getYear(), next.getMonth() + 1, next.getDayOfMonth()));
            }
        }
    }

    private static DayRule day(SplittableRandom random) {
        return switch (random.nextInt(3)) {
            case 0 -> new DayRule.MonthDay(random.nextInt(1, 32));
            case 1 -> new DayRule.LastDay();
            default ->
                new DayRule.NthWeekday(
                        random.nextBoolean() ? -1 : random.nextInt(1, 5), DayOfWeek.of(random.nextInt(1, 8)));
        };
    }

    @ParameterizedTest
    @MethodSource("cadences")
    void an_independent_reader_of_the_rule_finds_the_same_dates(Cadence cadence, LocalDate start)
            throws InvalidRecurrenceRuleException {
        LocalDate first = cadence.first(start);
        var theirs = new RecurrenceRule(cadence.rule())
                .iterator(new DateTime(first.getYear(), first.getMonthValue() - 1, first.getDayOfMonth()));
        for (int i = 0; i < 12; i++) {
            DateTime next = theirs.nextDateTime();
            assertThat(cadence.occurrence(start, i))
                    .as("number %d of %s from %s", i, cadence.rule(), start)
                    .isEqualTo(LocalDate.of(next.getYear(), next.getMonth() + 1, next.getDayOfMonth()));
        }
    }

    @ParameterizedTest
    @MethodSource("cadences")
    void what_is_written_is_read_back_and_dates_only_go_forward(Cadence cadence, LocalDate start) {
        Cadence read = Cadence.parse(cadence.rule());
        for (int i = 0; i < 24; i++) {
            assertThat(read.occurrence(start, i)).isEqualTo(cadence.occurrence(start, i));
            assertThat(cadence.occurrence(start, i + 1)).isAfter(cadence.occurrence(start, i));
        }
        assertThat(cadence.occurrence(start, 0)).isAfterOrEqualTo(start);
    }

    @ParameterizedTest
    @MethodSource("cadences")
    void periods_follow_each_other_without_gap_or_overlap(Cadence cadence, LocalDate start) {
        for (Coverage coverage : Coverage.values()) {
            if (coverage.isCalendarMonths() && !cadence.unit().isMonths()) continue;
            var twelve = new Recurrence(cadence, start, coverage, new End.Never(), 0)
                    .from(0)
                    .limit(12)
                    .toList();
            for (int i = 1; i < twelve.size(); i++) {
                assertThat(twelve.get(i).period().from())
                        .as("%s of %s from %s", coverage, cadence.rule(), start)
                        .isEqualTo(twelve.get(i - 1).period().until());
            }
        }
    }

    @Test
    void every_unit_reads_as_a_sentence() {
        LocalDate start = LocalDate.of(2026, 6, 1);
        assertThat(new Recurrence(new Cadence(Unit.DAY, 10, null), start, Coverage.FROM_DATE, new End.After(3), 1)
                        .sentence())
                .isEqualTo(
                        "Every 10 days, from 1 Jun 2026, 3 times, made the day before, in advance, from its date to the next.");
        assertThat(new Recurrence(
                                new Cadence(Unit.YEAR, 1, new DayRule.MonthDay(29)),
                                LocalDate.of(2028, 2, 29),
                                Coverage.UP_TO_DATE,
                                new End.OnDate(LocalDate.of(2032, 12, 31)),
                                14)
                        .sentence())
                .isEqualTo(
                        "Every year, on the 29th or the month’s last day, from 29 Feb 2028 until 31 Dec 2032, made 14 days before, in arrears, from the last date to this one.");
    }

    @Test
    void a_leap_day_falls_back_and_comes_again() {
        var yearly = new Cadence(Unit.YEAR, 1, new DayRule.MonthDay(29));
        assertThat(Stream.iterate(0, i -> i + 1).limit(5).map(i -> yearly.occurrence(LocalDate.of(2028, 2, 29), i)))
                .containsExactly(
                        LocalDate.of(2028, 2, 29),
                        LocalDate.of(2029, 2, 28),
                        LocalDate.of(2030, 2, 28),
                        LocalDate.of(2031, 2, 28),
                        LocalDate.of(2032, 2, 29));
    }

    @Test
    void the_working_of_a_date_names_its_rule_and_its_place() {
        var third = new Recurrence(
                        Cadence.monthly(new DayRule.MonthDay(31)),
                        LocalDate.of(2026, 1, 31),
                        Coverage.MONTH_AHEAD,
                        new End.Never(),
                        21)
                .occurrence(1)
                .orElseThrow();
        assertThat(third.date()).isEqualTo(LocalDate.of(2026, 2, 28));
        assertThat(third.makeOn()).isEqualTo(LocalDate.of(2026, 2, 7));
        assertThat(third.period().words()).isEqualTo("March 2026");
        assertThat(third.working().question()).isEqualTo("Why Sat 28 Feb 2026?");
        assertThat(third.working().steps())
                .anySatisfy(s -> assertThat(s.source()).contains("RFC 5545: RSCALE=GREGORIAN;FREQ=MONTHLY"))
                .anySatisfy(s -> assertThat(s.text()).contains("Number 2"));
    }

    @Test
    void twenty_one_days_ahead_of_the_first_of_march_is_the_eighth_of_february() {
        var first = new Recurrence(
                        Cadence.monthly(new DayRule.MonthDay(1)),
                        LocalDate.of(2026, 3, 1),
                        Coverage.MONTH_OF_DATE,
                        new End.Never(),
                        21)
                .occurrence(0)
                .orElseThrow();
        assertThat(first.makeOn()).isEqualTo(LocalDate.of(2026, 2, 8));
        assertThat(first.date()).as("it keeps its own date").isEqualTo(LocalDate.of(2026, 3, 1));
    }

    @Test
    void what_cannot_be_is_refused_with_a_sentence() {
        assertThatThrownBy(() -> new DayRule.MonthDay(32)).hasMessage("day must be 1 to 31, but was 32");
        assertThatThrownBy(() -> new DayRule.NthWeekday(5, DayOfWeek.MONDAY))
                .hasMessageContaining("nth must be 1 to 4");
        assertThatThrownBy(() -> new Cadence(Unit.MONTH, 0, new DayRule.LastDay()))
                .hasMessageContaining("every must be 1");
        assertThatThrownBy(() -> new Cadence(Unit.DAY, 1, new DayRule.LastDay()))
                .hasMessageContaining("a day of the month");
        assertThatThrownBy(() -> new Recurrence(
                        new Cadence(Unit.WEEK, 1, null),
                        LocalDate.of(2026, 6, 1),
                        Coverage.MONTH_AHEAD,
                        new End.Never(),
                        0))
                .hasMessageContaining("a calendar month cannot be covered");
        for (String rule : List.of("FREQ=HOURLY;INTERVAL=1", "", "BYDAY=MO")) {
            assertThatThrownBy(() -> Cadence.parse(rule)).as(rule).isInstanceOf(RuntimeException.class);
        }
    }
}
