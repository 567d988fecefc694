package exactum.core.money;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SplitTest {

    @ParameterizedTest
    @CsvSource({
        "EUR, 10000, 3, 33.34 33.33 33.33",
        "EUR, -10000, 3, −33.34 −33.33 −33.33",
        "EUR, 10000, 7, 14.29 14.29 14.29 14.29 14.28 14.28 14.28",
        "JPY, 1000, 3, 334 333 333",
        "BHD, 10000, 3, 3.334 3.333 3.333"
    })
    void minor_units_left_over_go_to_the_earliest(String currency, long minor, int count, String parts) {
        assertThat(Split.evenly(Money.ofMinor(currency, minor), count).parts())
                .extracting(Money::text)
                .containsExactly(parts.split(" "));
    }

    @Test
    void weights_share_by_largest_remainder_with_ties_to_the_first() {
        assertThat(Split.byWeights(Money.of("EUR", "10.00"), List.of(1L, 1L, 1L))
                        .parts())
                .extracting(Money::text)
                .containsExactly("3.34", "3.33", "3.33");
        assertThatThrownBy(() -> Split.byWeights(Money.of("EUR", "10.00"), List.of(0L, 0L)))
                .hasMessageContaining("one must be above zero");
    }

    @Test
    void parts_always_add_up_and_a_credit_mirrors_its_charge() {
        var random = new SplittableRandom(7);
        for (int i = 0; i < 5_000; i++) {
            Money total = Money.ofMinor("EUR", random.nextLong(-1_000_000, 1_000_000));
            int count = random.nextInt(1, 40);
            var parts = Split.evenly(total, count).parts();
            var mirrored = Split.evenly(total.negated(), count).parts().stream()
                    .map(Money::negated)
                    .toList();
            assertThat(Money.sum(total.currency(), parts)).isEqualTo(total);
            assertThat(mirrored).isEqualTo(parts);
            assertThat(parts.getFirst().minor() - parts.getLast().minor()).isBetween(-1L, 1L);
        }
    }
}
