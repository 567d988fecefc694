package exactum.core.document;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.money.Money;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.SplittableRandom;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The calculation rules of EN 16931-1: BT-131, BR-CO-10, -13, -14, -15, -17, BR-S-08. */
class TotalsTest {
    private static final Currency EUR = Currency.getInstance("EUR");

    private static TaxRate rate(String percent) {
        return new TaxRate("r" + percent, "VAT", new BigDecimal(percent), LocalDate.of(2000, 1, 1), null, "test rate");
    }

    private static Line line(String quantity, String price, String percent) {
        return new Line("thing", new BigDecimal(quantity), "piece", Money.of("EUR", price), rate(percent), "4000");
    }

    @Test
    void several_rates_are_taxed_group_by_group() {
        Totals totals = Totals.of(
                EUR,
                List.of(
                        line("3", "33.33", "19"),
                        line("2.5", "80.00", "19"),
                        line("1", "9.99", "7"),
                        line("1", "100.00", "0")));
        assertThat(totals.lineNets()).extracting(Money::text).containsExactly("99.99", "200.00", "9.99", "100.00");
        assertThat(totals.taxGroups())
                .extracting(g -> g.base().text() + " " + g.tax().text())
                .containsExactly("299.99 57.00", "9.99 0.70", "100.00 0.00");
        assertThat(totals.net()).isEqualTo(Money.of("EUR", "409.98"));
        assertThat(totals.gross()).isEqualTo(Money.of("EUR", "467.68"));
    }

    /** Rounding the tax line by line would give 0.63, 0.18 and 23.80. */
    @ParameterizedTest
    @CsvSource({"3, 1.03, 20, 0.62", "3, 0.33, 19, 0.19", "10, 12.53, 19, 23.81"})
    void tax_is_rounded_once_a_rate(int lines, String price, String percent, String tax) {
        var all = IntStream.range(0, lines)
                .mapToObj(i -> line("1", price, percent))
                .toList();
        assertThat(Totals.of(EUR, all).tax()).isEqualTo(Money.of("EUR", tax));
    }

    /** Common practice, no source: figures of our own. */
    @ParameterizedTest
    @CsvSource({
        "12, 85.00, 10, 1020.00, 1122.00",
        "6.5, 48.00, 0, 312.00, 312.00",
        "1, 385.00, 23, 385.00, 473.55",
        "7, 46.30, 23, 324.10, 398.64"
    })
    void quantity_times_price_and_tax_on_top(String quantity, String price, String percent, String net, String gross) {
        Totals totals = Totals.of(EUR, List.of(line(quantity, price, percent)));
        assertThat(totals.net()).isEqualTo(Money.of("EUR", net));
        assertThat(totals.gross()).isEqualTo(Money.of("EUR", gross));
    }

    @Test
    void sums_hold_for_whatever_lines() {
        var random = new SplittableRandom(16931);
        for (int i = 0; i < 1_000; i++) {
            var lines = IntStream.range(0, random.nextInt(1, 12))
                    .mapToObj(n -> line(
                            BigDecimal.valueOf(random.nextLong(-9_999, 99_999), 3)
                                    .toPlainString(),
                            BigDecimal.valueOf(random.nextLong(0, 99_999), 2).toPlainString(),
                            List.of("0", "7", "13.5", "23").get(n % 4)))
                    .toList();
            Totals totals = Totals.of(EUR, lines);
            assertThat(totals.net()).isEqualTo(Money.sum(EUR, totals.lineNets()));
            assertThat(Money.sum(
                            EUR, totals.taxGroups().stream().map(TaxGroup::base).toList()))
                    .isEqualTo(totals.net());
            assertThat(totals.gross()).isEqualTo(totals.net().plus(totals.tax()));
        }
    }

    @Test
    void a_tax_figure_explains_itself() {
        var group = Totals.of(EUR, List.of(line("1", "640.00", "23"), line("1", "-10.00", "23")))
                .taxGroups()
                .getFirst();
        assertThat(group.tax()).isEqualTo(Money.of("EUR", "144.90"));
        assertThat(group.working().steps())
                .extracting("text")
                .containsExactly("640.00 − 10.00 = 630.00", "630.00 × 23\u00a0% = 144.9", "rounded to 144.90");
    }

    @Test
    void the_rate_is_that_of_the_date() {
        var before = new TaxRate(
                "std", "VAT", new BigDecimal("21"), LocalDate.of(2020, 9, 1), LocalDate.of(2021, 3, 1), "old");
        var after = new TaxRate("std", "VAT", new BigDecimal("23"), LocalDate.of(2021, 3, 1), null, "new");
        var rates = new TaxRates(List.of(before, after));
        assertThat(rates.on("std", LocalDate.of(2021, 2, 28))).isEqualTo(before);
        assertThat(rates.on("std", LocalDate.of(2021, 3, 1))).isEqualTo(after);
        assertThatThrownBy(() -> rates.on("std", LocalDate.of(2020, 1, 1)))
                .hasMessageContaining("no tax rate “std” on 2020-01-01");
    }
}
