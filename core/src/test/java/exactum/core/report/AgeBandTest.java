package exactum.core.report;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The usual ageing schedule of 30-day bands (common practice, no source). */
class AgeBandTest {
    private static final LocalDate DUE = LocalDate.of(2026, 3, 31);

    @ParameterizedTest
    @CsvSource({
        "2026-03-01, NOT_DUE",
        "2026-03-31, NOT_DUE",
        "2026-04-01, UP_TO_30",
        "2026-04-30, UP_TO_30",
        "2026-05-01, UP_TO_60",
        "2026-05-30, UP_TO_60",
        "2026-05-31, UP_TO_90",
        "2026-06-29, UP_TO_90",
        "2026-06-30, OVER_90",
        "2028-02-29, OVER_90"
    })
    void an_item_due_on_31_march_is_so_old(LocalDate asOf, AgeBand band) {
        assertThat(AgeBand.of(DUE, asOf)).isEqualTo(band);
    }

    @Test
    void the_bands_leave_no_day_out_and_count_none_twice() {
        for (LocalDate day = DUE.minusDays(400); day.isBefore(DUE.plusDays(400)); day = day.plusDays(1)) {
            long late = ChronoUnit.DAYS.between(DUE, day);
            AgeBand band = AgeBand.of(DUE, day);
            assertThat(late).isBetween((long) band.first(), (long) band.last());
        }
        for (int i = 1; i < AgeBand.values().length; i++)
            assertThat(AgeBand.values()[i].first()).isEqualTo(AgeBand.values()[i - 1].last() + 1);
    }
}
