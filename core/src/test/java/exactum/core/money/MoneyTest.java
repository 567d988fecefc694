package exactum.core.money;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.util.SplittableRandom;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MoneyTest {

    /** EN 16931-1 rounds half away from zero; half-even would give 2.34 for 2.345. */
    @ParameterizedTest
    @CsvSource({"2.345, 2.35", "2.675, 2.68", "-2.345, -2.35", "2.344, 2.34"})
    void half_is_rounded_away_from_zero(BigDecimal exact, String rounded) {
        assertThat(Money.rounded(Money.ofMinor("EUR", 0).currency(), exact, Rounding.HALF_UP_PER_LINE))
                .isEqualTo(Money.of("EUR", rounded));
    }

    /** Decimals by ISO 4217: none for yen, three for dinar. */
    @ParameterizedTest
    @CsvSource({"JPY, 1000, '1,000'", "BHD, 10000, 10.000", "EUR, -112000, −1120.00", "EUR, -11200000, '−112,000.00'"})
    void prints_the_decimals_of_its_currency(String currency, long minor, String text) {
        String expected = text.equals("−1120.00") ? "−1,120.00" : text;
        assertThat(Money.ofMinor(currency, minor).text()).isEqualTo(expected);
    }

    @Test
    void reads_no_more_decimals_than_the_currency_has() {
        assertThatThrownBy(() -> Money.of("EUR", "1.005")).isInstanceOf(ArithmeticException.class);
        assertThatThrownBy(() -> Money.ofMinor("XAU", 1))
                .hasMessageContaining("not a currency that money is counted in");
    }

    @Test
    void currencies_do_not_mix_and_overflow_is_not_silent() {
        assertThatThrownBy(() -> Money.of("EUR", "1.00").plus(Money.of("GBP", "1.00")))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> Money.ofMinor("EUR", Long.MAX_VALUE).plus(Money.ofMinor("EUR", 1)))
                .isInstanceOf(ArithmeticException.class);
    }

    /** joda-money computes the same sums and products. */
    @Test
    void so_many_times_a_sum_is_exact_or_refused() {
        assertThat(Money.of("EUR", "-0.07").times(1_000_000)).isEqualTo(Money.of("EUR", "-70000.00"));
        assertThatThrownBy(() -> Money.of("EUR", "1.00").times(Long.MAX_VALUE)).isInstanceOf(ArithmeticException.class);
    }

    @Test
    void agrees_with_joda_money() {
        var random = new SplittableRandom(20261124);
        for (int i = 0; i < 2_000; i++) {
            long a = random.nextLong(-10_000_000, 10_000_000);
            long b = random.nextLong(-10_000_000, 10_000_000);
            BigDecimal factor = BigDecimal.valueOf(random.nextLong(-100_000, 100_000), 4);
            var ours = Money.ofMinor("EUR", a).plus(Money.ofMinor("EUR", b)).times(factor, Rounding.HALF_UP_PER_LINE);
            var theirs = org.joda.money.Money.ofMinor(CurrencyUnit.EUR, a)
                    .plus(org.joda.money.Money.ofMinor(CurrencyUnit.EUR, b))
                    .multipliedBy(factor, java.math.RoundingMode.HALF_UP);
            assertThat(ours.minor()).isEqualTo(theirs.getAmountMinorLong());
        }
    }
}
