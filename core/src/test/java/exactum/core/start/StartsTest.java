package exactum.core.start;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.core.document.TaxRate;
import exactum.core.document.TaxRates;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What countries propose: rates as their laws had them on a day (from memory; the law is named beside each rate). */
class StartsTest {

    @ParameterizedTest
    @CsvSource({
        "IE, standard, 2020-08-31, 23, VATCA 2010 s. 46(1)(a)",
        "IE, standard, 2020-09-01, 21, Finance Act 2020: six months at 21",
        "IE, standard, 2021-02-28, 21, Finance Act 2020",
        "IE, standard, 2021-03-01, 23, Finance Act 2020",
        "IE, reduced, 2026-06-01, 13.5, VATCA 2010 s. 46(1)(c)",
        "GB, standard, 2026-06-01, 20, Finance (No. 2) Act 2010 s. 3",
        "GB, reduced, 2026-06-01, 5, VATA 1994 s. 29A",
        "DE, standard, 2020-06-30, 19, UStG § 12",
        "DE, standard, 2020-07-01, 16, Zweites Corona-Steuerhilfegesetz",
        "DE, standard, 2020-12-31, 16, Zweites Corona-Steuerhilfegesetz",
        "DE, standard, 2021-01-01, 19, UStG § 12",
        "DE, reduced, 2020-07-01, 5, Zweites Corona-Steuerhilfegesetz",
        "FR, standard, 2026-06-01, 20, CGI art. 278",
        "FR, low, 2026-06-01, 5.5, CGI art. 278-0 bis",
        "NL, standard, 2026-06-01, 21, Wet OB 1968 art. 9",
        "NL, reduced, 2018-12-31, 6, Wet OB 1968 art. 9 as it was",
        "NL, reduced, 2019-01-01, 9, Belastingplan 2019",
        "ES, standard, 2026-06-01, 21, Ley 37/1992 art. 90",
        "ES, low, 2026-06-01, 4, Ley 37/1992 art. 91.dos",
        "US, none, 2026-06-01, 0, no tax"
    })
    void a_rate_on_a_day(String country, String code, LocalDate day, String percent, String law) {
        Start start = Starts.of(country).orElseThrow();
        assertThat(new TaxRates(start.rates()).on(code, day).percent()).as(law).isEqualByComparingTo(percent);
    }

    @Test
    void of_each_code_each_day_has_one_rate_and_each_rate_its_source() {
        for (Start start : Starts.all()) {
            for (TaxRate rate : start.rates()) {
                assertThat(rate.source()).as(start.country()).isNotBlank();
                List<TaxRate> onItsFirstDay = start.rates().stream()
                        .filter(r -> r.code().equals(rate.code()) && r.isValidOn(rate.validFrom()))
                        .toList();
                assertThat(onItsFirstDay).as(start.country()).containsExactly(rate);
            }
            assertThat(start.rates()).anyMatch(r -> r.validUntil() == null);
        }
    }

    @Test
    void a_country_that_we_do_not_know_proposes_nothing() {
        assertThat(Starts.of("XX")).isEmpty();
        assertThat(Start.TERMS).hasSize(3);
    }
}
