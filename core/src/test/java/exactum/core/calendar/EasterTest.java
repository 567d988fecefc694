package exactum.core.calendar;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Against another published method, and years in which simpler ones go wrong. */
class EasterTest {
    /** The algorithm of J.-M. Oudin (1940), as the Explanatory Supplement to the Astronomical Almanac (1992) gives it; from memory. */
    private static LocalDate oudin(int year) {
        int c = year / 100;
        int n = year % 19;
        int k = (c - 17) / 25;
        int i = (c - c / 4 - (c - k) / 3 + 19 * n + 15) % 30;
        i -= (i / 28) * (1 - (29 / (i + 1)) * ((21 - n) / 11));
        int j = (year + year / 4 + i + 2 - c + c / 4) % 7;
        int l = i - j;
        int month = 3 + (l + 40) / 44;
        return LocalDate.of(year, month, l + 28 - 31 * (month / 4));
    }

    @Test
    void it_agrees_with_another_method_over_seven_centuries() {
        for (int year = 1700; year < 2400; year++)
            assertThat(Easter.sunday(year)).as("%d", year).isEqualTo(oudin(year));
    }

    /** Dates of the Gregorian calendar; common knowledge. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "1818-03-22",
                "1943-04-25",
                "1954-04-18",
                "1981-04-19",
                "2000-04-23",
                "2008-03-23",
                "2019-04-21",
                "2026-04-05",
                "2038-04-25",
                "2049-04-18",
                "2076-04-19"
            })
    void it_is_right_in_odd_years(String date) {
        assertThat(Easter.sunday(LocalDate.parse(date).getYear())).isEqualTo(LocalDate.parse(date));
    }
}
