package exactum.core.report;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.core.money.Money;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** Deferred income, straight-line by day (IFRS 15 B18). */
class ServiceTimeTest {
    private static Money eur(String amount) {
        return Money.of("EUR", amount);
    }

    /** The figures of the reference, computed there apart from this code: 1200.00 for a year from 16 April 2026. */
    @Test
    void a_year_from_the_middle_of_a_month_is_earned_by_its_days() {
        var year = new ServiceTime(eur("1200.00"), LocalDate.of(2026, 4, 16), LocalDate.of(2027, 4, 15));
        assertThat(year.days()).isEqualTo(365);
        assertThat(year.schedule())
                .extracting(s -> s.month() + " " + s.earned().plain())
                .hasSize(13)
                .startsWith("2026-04 49.32", "2026-05 101.91", "2026-06 98.63", "2026-07 101.92")
                .contains("2027-02 92.06")
                .endsWith("2027-04 49.32");
        assertThat(year.deferred(LocalDate.of(2026, 6, 30))).isEqualTo(eur("950.14"));
        assertThat(year.working(LocalDate.of(2026, 6, 30)).steps()).hasSize(3);
    }

    @Test
    void nothing_is_earned_before_it_begins_and_all_once_it_ends() {
        var june = new ServiceTime(eur("30.00"), LocalDate.of(2026, 6, 1), LocalDate.of(2026, 6, 30));
        assertThat(june.earned(LocalDate.of(2026, 5, 31))).isEqualTo(eur("0.00"));
        assertThat(june.earned(LocalDate.of(2026, 6, 15))).isEqualTo(eur("15.00"));
        assertThat(june.earned(LocalDate.of(2026, 6, 30))).isEqualTo(eur("30.00"));
        assertThat(june.deferred(LocalDate.of(2026, 7, 31))).isEqualTo(eur("0.00"));
    }

    @Test
    void what_is_credited_is_taken_back_in_the_same_months() {
        var from = LocalDate.of(2026, 4, 16);
        var until = LocalDate.of(2027, 4, 15);
        var billed = new ServiceTime(eur("1200.00"), from, until);
        var credited = new ServiceTime(eur("-1200.00"), from, until);
        for (ServiceTime.Share share : billed.schedule())
            assertThat(credited.earnedIn(share.month()))
                    .isEqualTo(share.earned().negated());
    }

    @Test
    void the_months_of_any_time_make_up_the_whole_to_the_cent() {
        var random = new SplittableRandom(20_261_130L);
        for (int i = 0; i < 20_000; i++) {
            LocalDate from = LocalDate.of(2026, 1, 1).plusDays(random.nextInt(700));
            var time = new ServiceTime(
                    Money.ofMinor("EUR", random.nextLong(-500_000, 500_000)), from, from.plusDays(random.nextInt(800)));
            Money all = Money.sum(
                    time.net().currency(),
                    time.schedule().stream().map(ServiceTime.Share::earned).toList());
            assertThat(all).as("%s", time).isEqualTo(time.net());
            LocalDate day = from.plusDays(random.nextInt(900));
            assertThat(time.earned(day).plus(time.deferred(day))).isEqualTo(time.net());
            assertThat(time.earnedIn(YearMonth.from(from).minusMonths(1)).isZero())
                    .isTrue();
        }
    }
}
