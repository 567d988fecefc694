package exactum.core.money;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.SplittableRandom;
import java.util.stream.LongStream;
import java.util.stream.Stream;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** Sums and roundings against joda-money and java.math as oracles, over seeded random figures. */
class MoneyPropertiesTest {
    private static final long SEED = 20_260_601L;

    private static Stream<Long> minors() {
        var random = new SplittableRandom(SEED);
        return LongStream.concat(
                        LongStream.of(0, 1, -1, 99, 100, 999, 1_000, 99_999, 100_000, -100_000_00L),
                        random.longs(60, -900_000_000_000L, 900_000_000_000L))
                .boxed();
    }

    @ParameterizedTest
    @MethodSource("minors")
    void text_reads_as_the_amount_with_groups_of_three(long minor) {
        String text = Money.ofMinor("EUR", minor).text();
        assertThat(new BigDecimal(text.replace(",", "").replace('\u2212', '-')))
                .isEqualByComparingTo(BigDecimal.valueOf(minor, 2));
        assertThat(text).matches("\u2212?\\d{1,3}(,\\d{3})*\\.\\d{2}");
    }

    @ParameterizedTest
    @MethodSource("minors")
    void adding_agrees_with_an_independent_library(long minor) {
        Money ours =
                Money.ofMinor("EUR", minor).plus(Money.ofMinor("EUR", 12_345)).minus(Money.ofMinor("EUR", 999));
        var theirs = org.joda.money.Money.ofMinor(CurrencyUnit.EUR, minor)
                .plus(org.joda.money.Money.ofMinor(CurrencyUnit.EUR, 12_345))
                .minus(org.joda.money.Money.ofMinor(CurrencyUnit.EUR, 999));
        assertThat(ours.minor()).isEqualTo(theirs.getAmountMinorLong());
        assertThat(ours.negated().negated()).isEqualTo(ours);
    }

    @ParameterizedTest
    @MethodSource("minors")
    void multiplying_rounds_half_away_from_zero(long minor) {
        var random = new SplittableRandom(minor);
        BigDecimal factor = BigDecimal.valueOf(random.nextLong(-99_999, 99_999), 4);
        Money ours = Money.ofMinor("EUR", minor).times(factor, Rounding.HALF_UP_PER_LINE);
        var theirs = org.joda.money.Money.ofMinor(CurrencyUnit.EUR, minor).multipliedBy(factor, RoundingMode.HALF_UP);
        assertThat(ours.minor()).isEqualTo(theirs.getAmountMinorLong());
    }

    /** EN 16931-1 on rounding: half away from zero, 2.345 is 2.35 and −2.345 is −2.35. */
    @ParameterizedTest(name = "{0} is {1}")
    @CsvSource({"2.345, 2.35", "2.675, 2.68", "-2.345, -2.35", "2.344999, 2.34", "0.005, 0.01", "-0.005, -0.01"})
    void a_half_goes_away_from_zero(BigDecimal exact, String rounded) {
        assertThat(Money.rounded(Currency.getInstance("EUR"), exact, Rounding.HALF_UP_PER_TAX_GROUP)
                        .plain())
                .isEqualTo(rounded);
    }

    /** ISO 4217 exponents: yen have none, Bahraini dinars three. */
    @ParameterizedTest(name = "{1} minor units of {0} are {2}")
    @CsvSource({
        "EUR, 112000, '1,120.00', 1120.00",
        "JPY, 1120, '1,120', 1120",
        "BHD, 10000, 10.000, 10.000",
        "GBP, 5, 0.05, 0.05"
    })
    void decimals_are_those_of_the_currency(String currency, long minor, String text, String plain) {
        Money money = Money.ofMinor(currency, minor);
        assertThat(money.text()).isEqualTo(text);
        assertThat(money.plain()).isEqualTo(plain);
        assertThat(Money.of(currency, plain)).isEqualTo(money);
    }

    @Test
    void what_cannot_be_exact_throws() {
        assertThatThrownBy(() -> Money.of("EUR", "1.001")).isInstanceOf(ArithmeticException.class);
        assertThatThrownBy(() -> Money.of("JPY", "1.5")).isInstanceOf(ArithmeticException.class);
        assertThatThrownBy(() -> Money.ofMinor("EUR", Long.MAX_VALUE).plus(Money.ofMinor("EUR", 1)))
                .isInstanceOf(ArithmeticException.class);
        assertThatThrownBy(() -> Money.ofMinor("EUR", 1).plus(Money.ofMinor("GBP", 1)))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("cannot be added or compared");
        assertThatThrownBy(() -> Money.ofMinor("XXX", 1)).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void shares_by_weight_add_up_and_none_is_a_cent_off_its_fair_part() {
        var random = new SplittableRandom(SEED);
        for (int round = 0; round < 400; round++) {
            Money total = Money.ofMinor("EUR", random.nextLong(-1_000_000, 1_000_000));
            List<Long> weights = new ArrayList<>();
            for (int i = random.nextInt(1, 9); i > 0; i--) weights.add(random.nextLong(0, 100));
            weights.add(1L);
            long sum = weights.stream().mapToLong(Long::longValue).sum();
            var parts = Split.byWeights(total, weights).parts();
            assertThat(parts.stream().mapToLong(Money::minor).sum()).isEqualTo(total.minor());
            for (int i = 0; i < parts.size(); i++) {
                BigDecimal fair = BigDecimal.valueOf(total.minor())
                        .multiply(BigDecimal.valueOf(weights.get(i)))
                        .divide(BigDecimal.valueOf(sum), 6, RoundingMode.HALF_EVEN);
                assertThat(fair.subtract(BigDecimal.valueOf(parts.get(i).minor()))
                                .abs())
                        .isLessThan(BigDecimal.ONE);
            }
        }
    }
}
