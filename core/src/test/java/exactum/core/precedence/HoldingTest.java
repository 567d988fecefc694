package exactum.core.precedence;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Customer before group before business: common practice, no source. */
class HoldingTest {
    @ParameterizedTest
    @CsvSource({
        // customer, group, holds, said by, without the customer, overrides
        ",        ,        30 days, BUSINESS, 30 days, false",
        ",        14 days, 14 days, GROUP,    14 days, true",
        "7 days,  ,        7 days,  CUSTOMER, 30 days, true",
        "7 days,  14 days, 7 days,  CUSTOMER, 14 days, true",
        "14 days, 14 days, 14 days, CUSTOMER, 14 days, false",
        ",        30 days, 30 days, GROUP,    30 days, false",
    })
    void the_nearest_that_says_anything_holds_and_names_what_it_overrides(
            String customer, String group, String holds, Level said, String without, boolean overrides) {
        Holding<String> holding = Holding.of(customer, group, "30 days");
        assertThat(holding.value()).isEqualTo(holds);
        assertThat(holding.said()).isEqualTo(said);
        assertThat(holding.without(Level.CUSTOMER).value()).isEqualTo(without);
        assertThat(holding.overrides()).isEqualTo(overrides);
    }
}
