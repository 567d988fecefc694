package exactum.core.collection;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.core.scheme.Scheme;
import exactum.core.scheme.SchemeRules;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Days of collection worked by hand from EPC016-06 (lead, notice) and the ECB's TARGET calendar. */
class CollectionDayTest {
    private static final SchemeRules CORE = Scheme.SEPA_CORE.rules();
    private static final CollectionDay.Bank BANK = new CollectionDay.Bank(1, LocalTime.of(14, 0));

    private static CollectionDay day(String due, String told, String now) {
        return CollectionDay.earliest(
                CORE,
                BANK,
                LocalDate.parse(due),
                new CollectionDay.Told(LocalDate.parse(told), 14, "invoice sent"),
                LocalDateTime.parse(now));
    }

    /**
     * The first is plain; then Good Friday to Easter Monday 2026, 1 May with its weekend, Christmas with its weekend; then a notice
     * of 14 days that is later than the due day; then handed over after the cut-off on a Friday.
     */
    @ParameterizedTest
    @CsvSource({
        "2026-06-15,2026-06-01,2026-06-01T09:00,2026-06-15,2026-06-12",
        "2026-04-03,2026-03-01,2026-03-27T09:00,2026-04-07,2026-04-02",
        "2026-05-01,2026-04-01,2026-04-20T09:00,2026-05-04,2026-04-30",
        "2026-12-25,2026-12-01,2026-12-10T09:00,2026-12-28,2026-12-24",
        "2026-06-05,2026-06-01,2026-06-01T09:00,2026-06-15,2026-06-12",
        "2026-06-01,2026-05-01,2026-06-05T14:01,2026-06-09,2026-06-08",
        "2026-06-01,2026-05-01,2026-06-05T14:00,2026-06-08,2026-06-05"
    })
    void the_earliest_day_that_scheme_notice_and_bank_allow(
            String due, String told, String now, String expected, String handOver) {
        CollectionDay day = day(due, told, now);
        assertThat(day.on()).isEqualTo(expected);
        assertThat(day.handOver()).isEqualTo(handOver);
        assertThat(day.agreed()).isEqualTo(due);
    }

    @Test
    void a_bank_that_asks_for_more_days_gets_them_and_the_scheme_s_own_are_the_least() {
        var slow = new CollectionDay.Bank(3, LocalTime.of(10, 0));
        var none = new CollectionDay.Bank(0, LocalTime.of(10, 0));
        var told = new CollectionDay.Told(LocalDate.of(2026, 5, 1), 14, "invoice sent");
        LocalDateTime now = LocalDateTime.of(2026, 6, 1, 9, 0);
        assertThat(CollectionDay.earliest(CORE, slow, LocalDate.of(2026, 6, 1), told, now)
                        .on())
                .isEqualTo("2026-06-04");
        assertThat(CollectionDay.earliest(CORE, none, LocalDate.of(2026, 6, 1), told, now)
                        .on())
                .isEqualTo("2026-06-02");
    }

    @Test
    void its_working_names_each_rule() {
        CollectionDay day = day("2026-04-03", "2026-03-01", "2026-03-27T09:00");
        assertThat(day.working().question()).isEqualTo("Collected on Tue 7 Apr 2026");
        assertThat(day.working().steps())
                .extracting(s -> s.text())
                .containsExactly(
                        "due on Fri 3 Apr 2026",
                        "invoice sent on 1 Mar 2026, and 14 days ahead: not before Sun 15 Mar 2026",
                        "handed over on Fri 27 Mar 2026 by 14:00, 1 banking day ahead: not before Mon 30 Mar 2026",
                        "banks are shut on Fri 3 Apr 2026; the next banking day is Tue 7 Apr 2026");
        assertThat(day.isTooLate(BANK, LocalDateTime.parse("2026-04-02T14:00"))).isFalse();
        assertThat(day.isTooLate(BANK, LocalDateTime.parse("2026-04-02T14:01"))).isTrue();
    }
}
