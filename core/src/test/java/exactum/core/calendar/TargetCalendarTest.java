package exactum.core.calendar;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.opengamma.strata.basics.ReferenceData;
import com.opengamma.strata.basics.date.HolidayCalendarIds;
import java.time.LocalDate;
import org.junit.jupiter.api.Test;

/** The ECB's TARGET calendar decision of 2000; Strata's EUTA is the independent reader. */
class TargetCalendarTest {
    private static final TargetCalendar TARGET = TargetCalendar.INSTANCE;

    @Test
    void good_friday_to_easter_monday_2026_is_shut() {
        assertThat(TARGET.openOrNext(LocalDate.of(2026, 4, 3))).isEqualTo(LocalDate.of(2026, 4, 7));
        assertThat(TARGET.plusOpenDays(LocalDate.of(2026, 4, 2), 2)).isEqualTo(LocalDate.of(2026, 4, 8));
        assertThat(TARGET.plusOpenDays(LocalDate.of(2026, 5, 30), 2)).isEqualTo(LocalDate.of(2026, 6, 2));
    }

    @Test
    void every_day_of_thirty_years_agrees_with_strata() {
        var theirs = HolidayCalendarIds.EUTA.resolve(ReferenceData.standard());
        for (LocalDate day = LocalDate.of(2002, 1, 1); day.getYear() < 2032; day = day.plusDays(1)) {
            assertThat(TARGET.isOpen(day)).as(day.toString()).isEqualTo(theirs.isBusinessDay(day));
        }
    }

    @Test
    void it_refuses_what_it_does_not_know() {
        assertThatThrownBy(() -> TARGET.isOpen(LocalDate.of(2036, 1, 2)))
                .hasMessageContaining("known from 2002 to 2035");
    }
}
