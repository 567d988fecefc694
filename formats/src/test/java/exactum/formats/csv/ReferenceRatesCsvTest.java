package exactum.formats.csv;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.problem.Refusal;
import java.io.ByteArrayInputStream;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Currency;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The layout of the European Central Bank’s eurofxref-hist.csv and eurofxref.csv (from memory); the figures are our own. */
class ReferenceRatesCsvTest {
    private static Map<LocalDate, Map<Currency, BigDecimal>> read(String text) {
        return ReferenceRatesCsv.read(new ByteArrayInputStream(text.getBytes(UTF_8)));
    }

    @Test
    void the_history_is_read_day_by_day() {
        var rates = read("Date,USD,GBP,CYP,\n2026-06-01,1.0845,0.8541,N/A,\n2026-05-29,1.08,N/A,0.58,\n");
        assertThat(rates).containsOnlyKeys(LocalDate.of(2026, 5, 29), LocalDate.of(2026, 6, 1));
        assertThat(rates.get(LocalDate.of(2026, 6, 1)))
                .containsEntry(Currency.getInstance("USD"), new BigDecimal("1.0845"))
                .containsEntry(Currency.getInstance("GBP"), new BigDecimal("0.8541"))
                .hasSize(2);
    }

    @Test
    void the_file_of_a_day_is_read_too() {
        assertThat(read("Date, USD, JPY, \n1 June 2026, 1.0845, 169.71, \n").get(LocalDate.of(2026, 6, 1)))
                .containsEntry(Currency.getInstance("JPY"), new BigDecimal("169.71"));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Datum,USD;2026-06-01,1.08 | begins with Date",
                "Date,USD;2026-06-31,1.08 | Line 2: Date “2026-06-31” is not a day",
                "Date,USD;2026-06-01,1,08 | Line 2 has 3 cells, not 2",
                "Date,USD;2026-06-01,0 | Line 2: USD “0” is not a rate",
                "Date,USD | There is no rate"
            })
    void what_is_wrong_is_named(String file, String sentence) {
        assertThatThrownBy(() -> read(file.replace(";", "\n") + "\n"))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining(sentence)
                .hasMessageContaining("Nothing was stored");
    }
}
