package exactum.core.cadence;

import static org.assertj.core.api.Assertions.assertThat;

import com.opengamma.strata.basics.date.DayCounts;
import exactum.core.cadence.Cadence.Unit;
import exactum.core.cadence.Recurrence.Before;
import exactum.core.cadence.Recurrence.End;
import exactum.core.money.Money;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Parts of periods. Figures: common practice, no source; day counts against OpenGamma Strata, an independent library. */
class ProrationTest {
    private static final Cadence FIRST_OF_MONTH = Cadence.monthly(new DayRule.MonthDay(1));

    private static LocalDate day(String text) {
        return LocalDate.parse(text);
    }

    private static Money euro(String amount) {
        return Money.of(Currency.getInstance("EUR"), new BigDecimal(amount));
    }

    @ParameterizedTest
    @CsvSource({
        "2026-04-01, 2026-05-01, 2026-04-16, 2026-05-01, 30.00, 15.00, 15 of 30 days",
        "2026-02-01, 2026-03-01, 2026-02-10, 2026-03-01, 50.00, 33.93, 19 of 28 days",
        "2026-01-01, 2027-01-01, 2026-07-01, 2027-01-01, 1200.00, 604.93, 184 of 365 days",
        "2028-01-01, 2029-01-01, 2028-07-01, 2029-01-01, 1200.00, 603.28, 184 of 366 days",
        "2026-03-01, 2026-04-01, 2026-03-11, 2026-04-01, 50.00, 33.87, 21 of 31 days",
        "2026-01-31, 2026-02-28, 2026-02-14, 2026-02-28, 31.00, 15.50, 14 of 28 days"
    })
    void a_part_by_the_days_of_its_period(
            String from, String until, String start, String end, String price, String part, String words) {
        var fraction = Proration.DAYS.fraction(day(start), day(end), List.of(new ServicePeriod(day(from), day(until))));
        assertThat(fraction.of(euro(price))).isEqualTo(euro(part));
        assertThat(fraction.words()).isEqualTo(words);
    }

    @Test
    void a_part_by_thirty_days_a_month() {
        var february = List.of(new ServicePeriod(day("2026-02-01"), day("2026-03-01")));
        var fraction = Proration.THIRTY_360.fraction(day("2026-02-10"), day("2026-03-01"), february);
        assertThat(fraction.words()).isEqualTo("21 of 30 days");
        assertThat(fraction.of(euro("50.00"))).isEqualTo(euro("35.00"));
    }

    @Test
    void day_counts_are_those_of_an_independent_library() {
        var random = new SplittableRandom(360);
        for (int i = 0; i < 20_000; i++) {
            LocalDate from = day("2024-01-01").plusDays(random.nextInt(1_500));
            LocalDate until = from.plusDays(random.nextInt(1, 800));
            assertThat(Proration.THIRTY_360.days(from, until))
                    .as("%s to %s", from, until)
                    .isEqualTo(DayCounts.THIRTY_E_360.days(from, until));
            assertThat(Proration.DAYS.days(from, until)).isEqualTo(DayCounts.ACT_365F.days(from, until));
        }
    }

    @Test
    void a_start_within_a_month_is_billed_at_once_and_an_end_within_one_in_part() {
        var recurrence = new Recurrence(
                        FIRST_OF_MONTH, day("2026-04-16"), Coverage.MONTH_OF_DATE, new End.OnDate(day("2026-06-20")), 0)
                .prorated(Proration.DAYS);
        var all = recurrence.from(0).toList();
        assertThat(all)
                .extracting(Occurrence::date)
                .containsExactly(day("2026-04-16"), day("2026-05-01"), day("2026-06-01"));
        assertThat(all)
                .extracting(o -> o.period().words())
                .containsExactly("16 Apr 2026 – 30 Apr 2026", "May 2026", "1 Jun 2026 – 20 Jun 2026");
        assertThat(all).extracting(Occurrence::isPart).containsExactly(true, false, true);
        assertThat(recurrence.fraction(all.getFirst(), all.getFirst().period()).words())
                .isEqualTo("15 of 30 days");
        assertThat(all.getFirst().working().steps())
                .anySatisfy(s -> assertThat(s.text()).isEqualTo("That is 15 of 30 days"));
    }

    @Test
    void in_arrears_the_last_part_is_dated_on_its_last_day() {
        var recurrence = new Recurrence(
                        FIRST_OF_MONTH, day("2026-04-16"), Coverage.MONTH_BEFORE, new End.OnDate(day("2026-06-20")), 0)
                .prorated(Proration.DAYS);
        assertThat(recurrence.from(0))
                .extracting(Occurrence::date)
                .containsExactly(day("2026-05-01"), day("2026-06-01"), day("2026-06-20"));
        assertThat(recurrence.from(0))
                .extracting(o -> o.period().words())
                .containsExactly("16 Apr 2026 – 30 Apr 2026", "May 2026", "1 Jun 2026 – 20 Jun 2026");
    }

    @Test
    void what_is_ahead_of_the_first_period_is_one_part_however_long() {
        var recurrence = new Recurrence(FIRST_OF_MONTH, day("2026-04-16"), Coverage.MONTH_AHEAD, new End.Never(), 0)
                .prorated(Proration.DAYS);
        Occurrence first = recurrence.occurrence(0).orElseThrow();
        assertThat(first.period().words()).isEqualTo("16 Apr 2026 – 31 May 2026");
        assertThat(recurrence.fraction(first, first.period()).words()).isEqualTo("15 of 30 days and a whole period");
        assertThat(recurrence.fraction(first, first.period()).of(euro("640.00")))
                .isEqualTo(euro("960.00"));
        assertThat(recurrence.occurrence(1).orElseThrow().date()).isEqualTo(day("2026-05-01"));
        assertThat(recurrence.occurrence(1).orElseThrow().period().words()).isEqualTo("June 2026");
    }

    @Test
    void a_cadence_that_is_changed_goes_on_where_the_other_stopped() {
        var quarterly = new Recurrence(
                        new Cadence(Unit.QUARTER, 1, new DayRule.MonthDay(15)),
                        day("2026-01-15"),
                        Coverage.MONTH_OF_DATE,
                        new End.After(6),
                        0)
                .after(new Before(day("2026-05-01"), 4));
        assertThat(quarterly.daysApart()).as("April would be billed twice").isEqualTo(-30);
        var all = quarterly.prorated(Proration.DAYS).from(0).toList();
        assertThat(all).extracting(o -> o.period().words()).containsExactly("May – Jun 2026", "Jul – Sep 2026");
        assertThat(quarterly.prorated(Proration.DAYS).daysApart()).isZero();
    }

    @Test
    void a_date_on_which_banks_are_closed_moves_and_the_next_is_counted_from_the_agreed_one() {
        var recurrence = new Recurrence(
                        Cadence.monthly(new DayRule.MonthDay(31)),
                        day("2026-01-31"),
                        Coverage.FROM_DATE,
                        new End.After(3),
                        5)
                .shifted(new Shift(Shift.Direction.NEXT, exactum.core.calendar.Clearing.TARGET));
        assertThat(recurrence.from(0))
                .extracting(Occurrence::date)
                .containsExactly(day("2026-02-02"), day("2026-03-02"), day("2026-03-31"));
        assertThat(recurrence.from(0))
                .extracting(Occurrence::agreed)
                .containsExactly(day("2026-01-31"), day("2026-02-28"), day("2026-03-31"));
        assertThat(recurrence.from(0))
                .extracting(Occurrence::makeOn)
                .containsExactly(day("2026-01-28"), day("2026-02-25"), day("2026-03-26"));
        assertThat(recurrence.sentence())
                .isEqualTo(
                        "Every month, on the 31st or the month’s last day or on the next banking day (TARGET), from 31 Jan 2026, 3 times, made 5 days before, in advance, from its date to the next.");
    }

    /** Over 10,000 seeded arrangements that charge parts: no gap, no overlap, all days served and no other. */
    @Test
    void parts_cover_every_day_that_is_served_once() {
        var random = new SplittableRandom(88);
        for (int i = 0; i < 10_000; i++) {
            Unit unit = Unit.values()[random.nextInt(5)];
            DayRule rule = !unit.isMonths()
                    ? null
                    : random.nextBoolean() ? new DayRule.LastDay() : new DayRule.MonthDay(random.nextInt(1, 32));
            Coverage coverage = Coverage.values()[random.nextInt(5)];
            if (coverage.isCalendarMonths() && !unit.isMonths()) continue;
            LocalDate start = day("2024-01-01").plusDays(random.nextInt(900));
            LocalDate last = start.plusDays(random.nextInt(1_200));
            var periods = new Recurrence(
                            new Cadence(unit, random.nextInt(1, 4), rule), start, coverage, new End.OnDate(last), 0)
                    .prorated(random.nextBoolean() ? Proration.DAYS : Proration.THIRTY_360)
                    .from(0)
                    .map(Occurrence::period)
                    .toList();
            assertThat(periods.getFirst().from())
                    .as("%s %s from %s", coverage, unit, start)
                    .isEqualTo(start);
            assertThat(periods.getLast().until()).isEqualTo(last.plusDays(1));
            for (int k = 1; k < periods.size(); k++)
                assertThat(periods.get(k).from()).isEqualTo(periods.get(k - 1).until());
        }
    }
}
