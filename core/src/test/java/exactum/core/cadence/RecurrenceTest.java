package exactum.core.cadence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.DayOfWeek;
import java.time.LocalDate;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class RecurrenceTest {
    private static final LocalDate START = LocalDate.of(2026, 6, 25);
    private static final Cadence LAST_THURSDAY = Cadence.monthly(new DayRule.NthWeekday(-1, DayOfWeek.THURSDAY));

    private static Recurrence on(Cadence cadence, Coverage coverage) {
        return new Recurrence(cadence, START, coverage, new Recurrence.End.Never(), 21);
    }

    @ParameterizedTest
    @CsvSource({
        "MONTH_OF_DATE, June 2026",
        "MONTH_AHEAD, July 2026",
        "MONTH_BEFORE, May 2026",
        "FROM_DATE, 25 Jun 2026 – 29 Jul 2026",
        "UP_TO_DATE, 28 May 2026 – 24 Jun 2026"
    })
    void each_coverage_says_which_time_is_meant(Coverage coverage, String words) {
        assertThat(on(LAST_THURSDAY, coverage)
                        .occurrence(0)
                        .orElseThrow()
                        .period()
                        .words())
                .isEqualTo(words);
    }

    @ParameterizedTest
    @EnumSource(Coverage.class)
    void periods_leave_neither_gap_nor_overlap(Coverage coverage) {
        for (DayRule day : new DayRule[] {
            new DayRule.MonthDay(1),
            new DayRule.MonthDay(31),
            new DayRule.LastDay(),
            new DayRule.NthWeekday(1, DayOfWeek.MONDAY)
        }) {
            var recurrence = on(Cadence.monthly(day), coverage);
            for (int i = 0; i < 30; i++) {
                assertThat(recurrence.occurrence(i).orElseThrow().period().until())
                        .isEqualTo(recurrence
                                .occurrence(i + 1)
                                .orElseThrow()
                                .period()
                                .from());
            }
        }
    }

    /** 21 days ahead of 1 Mar 2026 is 8 Feb; the invoice keeps its own date (common practice, no source). */
    @Test
    void it_is_made_days_before_and_keeps_its_date() {
        var recurrence = new Recurrence(
                Cadence.monthly(new DayRule.MonthDay(1)),
                LocalDate.of(2026, 3, 1),
                Coverage.MONTH_OF_DATE,
                new Recurrence.End.Never(),
                21);
        var first = recurrence.occurrence(0).orElseThrow();
        assertThat(first.date()).isEqualTo(LocalDate.of(2026, 3, 1));
        assertThat(first.makeOn()).isEqualTo(LocalDate.of(2026, 2, 8));
    }

    @Test
    void it_ends_on_a_date_or_after_a_number() {
        assertThat(new Recurrence(LAST_THURSDAY, START, Coverage.MONTH_AHEAD, new Recurrence.End.After(3), 0).from(0))
                .hasSize(3);
        assertThat(new Recurrence(
                                LAST_THURSDAY,
                                START,
                                Coverage.MONTH_AHEAD,
                                new Recurrence.End.OnDate(LocalDate.of(2026, 8, 27)),
                                0)
                        .from(0))
                .hasSize(3);
        assertThat(new Recurrence(
                                LAST_THURSDAY,
                                START,
                                Coverage.MONTH_AHEAD,
                                new Recurrence.End.OnDate(LocalDate.of(2026, 8, 26)),
                                0)
                        .from(0))
                .hasSize(2);
    }

    @Test
    void the_whole_arrangement_reads_as_one_sentence() {
        var recurrence = new Recurrence(
                LAST_THURSDAY, START, Coverage.MONTH_AHEAD, new Recurrence.End.OnDate(LocalDate.of(2027, 10, 31)), 21);
        assertThat(recurrence.sentence())
                .isEqualTo(
                        "Every month, on the last Thursday, from 25 Jun 2026 until 31 Oct 2027, made 21 days before, in advance, for the month ahead.");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "MONTH_AHEAD  | 1  | in advance, for the month ahead",
                "MONTH_AHEAD  | 3  | in advance, for the quarter ahead",
                "MONTH_AHEAD  | 12 | in advance, for the year ahead",
                "MONTH_AHEAD  | 2  | in advance, for the 2 months ahead",
                "MONTH_BEFORE | 3  | in arrears, for the quarter before",
                "MONTH_OF_DATE| 1  | in advance, for the month it falls in",
                "MONTH_OF_DATE| 6  | in advance, for the 6 months from the month it falls in",
                "FROM_DATE    | 0  | in advance, from its date to the next",
                "UP_TO_DATE   | 0  | in arrears, from the last date to this one"
            })
    void what_it_covers_is_said_of_as_many_months_as_it_is(Coverage coverage, int months, String words) {
        assertThat(coverage.words(months)).isEqualTo(words);
    }

    @Test
    void a_calendar_month_needs_a_cadence_in_months() {
        assertThatThrownBy(() -> on(new Cadence(Cadence.Unit.WEEK, 1, null), Coverage.MONTH_AHEAD))
                .hasMessageContaining("cannot be covered");
    }

    @Test
    void a_date_explains_itself() {
        var working = on(LAST_THURSDAY, Coverage.MONTH_AHEAD)
                .occurrence(1)
                .orElseThrow()
                .working();
        assertThat(working.question()).isEqualTo("Why Thu 30 Jul 2026?");
        assertThat(working.steps()).extracting("source").contains("RFC 5545: FREQ=MONTHLY;INTERVAL=1;BYDAY=-1TH");
    }
}
