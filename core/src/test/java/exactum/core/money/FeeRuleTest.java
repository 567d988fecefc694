package exactum.core.money;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Common practice, no source: the figures are computed by hand. */
class FeeRuleTest {
    private static final FeeRule RULE = new FeeRule(new BigDecimal("2.4"), Money.of("EUR", "0.25"));

    @ParameterizedTest
    @CsvSource({"80.00, 2.17", "60.00, 1.69", "1200.00, 29.05", "33.33, 1.05", "0.25, 0.26"})
    void a_percentage_and_a_fixed_sum_are_rounded_once(String gross, String fee) {
        assertThat(RULE.on(Money.of("EUR", gross)).value()).isEqualTo(Money.of("EUR", fee));
    }

    @ParameterizedTest
    @CsvSource({"33.33, 0.79992 + 0.25 = 1.04992"})
    void the_working_shows_the_exact_figure_before_rounding(String gross, String step) {
        assertThat(RULE.on(Money.of("EUR", gross)).working().steps())
                .extracting("text")
                .contains(step, "rounded to 1.05");
    }
}
