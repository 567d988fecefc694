package exactum.core.price;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.money.Money;
import exactum.core.money.UnitPrice;
import java.math.BigDecimal;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * Tariffs as worked examples. Common practice, no source; the figures are our own: up to 100 at 0.34, up to 500 at 0.29, above
 * at 0.2575, in euro.
 */
class TariffTest {
    private static final List<Tariff.Step> STEPS =
            List.of(step("100", "0.34"), step("500", "0.29"), step(null, "0.2575"));

    private static Tariff.Step step(String upTo, String price) {
        return new Tariff.Step(upTo == null ? null : new BigDecimal(upTo), UnitPrice.of("EUR", price));
    }

    private static Money total(Tariff tariff, String quantity) {
        return Money.sum(
                tariff.first().currency(),
                tariff.shares(new BigDecimal(quantity)).stream()
                        .map(s -> s.price().times(s.quantity()))
                        .toList());
    }

    @ParameterizedTest
    @CsvSource({
        "0, 0.00",
        "1, 0.34",
        "99.9, 33.97",
        "100, 34.00",
        "100.1, 34.03",
        "118, 39.22",
        "500, 150.00",
        "501, 150.26",
        "1000, 278.75",
        "-10, -3.40"
    })
    void graduated_each_part_at_the_price_of_its_own_step(String quantity, String total) {
        assertThat(total(new Tariff.Graduated(STEPS), quantity)).isEqualTo(Money.of("EUR", total));
    }

    @ParameterizedTest
    @CsvSource({
        "0, 0.00",
        "1, 0.34",
        "100, 34.00",
        "100.1, 29.03",
        "118, 34.22",
        "500, 145.00",
        "501, 129.01",
        "1000, 257.50",
        "-10, -3.40"
    })
    void by_reach_all_of_it_at_the_price_of_the_step_it_reaches(String quantity, String total) {
        assertThat(total(new Tariff.ByReach(STEPS), quantity)).isEqualTo(Money.of("EUR", total));
    }

    @ParameterizedTest
    @CsvSource({"118, 40.12", "0.5, 0.17", "-1, -0.34"})
    void flat_one_price_for_every_unit(String quantity, String total) {
        assertThat(total(new Tariff.Flat(UnitPrice.of("EUR", "0.34")), quantity))
                .isEqualTo(Money.of("EUR", total));
    }

    @Test
    void the_shares_say_which_part_they_are_and_add_up() {
        var shares = new Tariff.Graduated(STEPS).shares(new BigDecimal("612.5"));
        assertThat(shares).extracting(Tariff.Share::words).containsExactly("up to 100", "100 to 500", "above 500");
        assertThat(shares.stream().map(Tariff.Share::quantity).reduce(BigDecimal.ZERO, BigDecimal::add))
                .isEqualByComparingTo("612.5");
    }

    @Test
    void steps_rise_in_one_currency_and_the_last_has_no_end() {
        assertThatThrownBy(() -> new Tariff.Graduated(List.of())).hasMessageContaining("at least one step");
        assertThatThrownBy(() -> new Tariff.Graduated(List.of(step("100", "1"))))
                .hasMessageContaining("has no end");
        assertThatThrownBy(() -> new Tariff.ByReach(List.of(step(null, "1"), step(null, "2"))))
                .hasMessageContaining("has no end");
        assertThatThrownBy(() -> new Tariff.ByReach(List.of(step("100", "1"), step("100", "2"), step(null, "3"))))
                .hasMessageContaining("have to rise");
        assertThatThrownBy(() ->
                        new Tariff.Graduated(List.of(step("1", "1"), new Tariff.Step(null, UnitPrice.of("GBP", "1")))))
                .hasMessageContaining("one currency");
    }
}
