package exactum.core.calendar;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.opengamma.strata.basics.ReferenceData;
import com.opengamma.strata.basics.date.HolidayCalendar;
import com.opengamma.strata.basics.date.HolidayCalendarIds;
import java.time.LocalDate;
import java.util.Currency;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class EnglandCalendarTest {
    /** OpenGamma Strata's London calendar, an independent table. */
    @Test
    void every_day_is_as_an_independent_library_has_it() {
        HolidayCalendar london = HolidayCalendarIds.GBLO.resolve(ReferenceData.standard());
        Stream.iterate(LocalDate.of(2018, 1, 1), d -> d.getYear() < 2036, d -> d.plusDays(1))
                .forEach(day -> assertThat(EnglandCalendar.INSTANCE.isOpen(day))
                        .as(day.toString())
                        .isEqualTo(london.isBusinessDay(day)));
    }

    @Test
    void it_refuses_years_it_does_not_know() {
        assertThatThrownBy(() -> EnglandCalendar.INSTANCE.isOpen(LocalDate.of(2036, 1, 2)))
                .hasMessageContaining("known from 2018 to 2035");
    }

    @Test
    void a_business_in_pounds_is_at_home_in_england() {
        assertThat(Clearing.of(Currency.getInstance("GBP"))).isEqualTo(Clearing.ENGLAND);
        assertThat(Clearing.of(Currency.getInstance("EUR"))).isEqualTo(Clearing.TARGET);
        assertThat(EnglandCalendar.INSTANCE.openOrPrevious(LocalDate.of(2026, 4, 6)))
                .isEqualTo(LocalDate.of(2026, 4, 2));
    }
}
