package exactum.core.document;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.money.UnitPrice;
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
        return TaxRate.standard(
                "r" + percent, "VAT", new BigDecimal(percent), LocalDate.of(2000, 1, 1), null, "test rate");
    }

    private static TaxedLine line(String quantity, String price, String percent) {
        return line(quantity, price, percent, List.of());
    }

    private static TaxedLine line(String quantity, String price, String percent, List<Adjustment> adjustments) {
        Line line = new Line(
                null,
                "thing",
                new BigDecimal(quantity),
                "piece",
                UnitPrice.of("EUR", price),
                adjustments,
                "r" + percent,
                new AccountCode("4000"),
                List.of(),
                null);
        return new TaxedLine(line, rate(percent));
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
        assertThat(totals.nets()).extracting(Money::text).containsExactly("99.99", "200.00", "9.99", "100.00");
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
    void tax_inside_the_prices_is_taken_out_once_a_rate() {
        Totals totals = Totals.of(
                EUR, PriceMode.TAX_INCLUDED, List.of(line("12", "85.00", "10"), line("1", "50.00", "0")), List.of());
        assertThat(totals.taxGroups())
                .extracting(g -> g.base().text() + " + " + g.tax().text())
                .containsExactly("927.27 + 92.73", "50.00 + 0.00");
        assertThat(totals.amounts()).extracting(Money::text).containsExactly("1,020.00", "50.00");
        assertThat(totals.nets()).extracting(Money::text).containsExactly("927.27", "50.00");
        assertThat(totals.gross()).isEqualTo(Money.of("EUR", "1070.00"));
    }

    @Test
    void a_price_may_be_finer_than_a_cent_and_is_rounded_once_a_line() {
        Totals totals = Totals.of(EUR, List.of(line("1000", "0.0342", "0"), line("3", "0.004999", "0")));
        assertThat(totals.amounts()).extracting(Money::text).containsExactly("34.20", "0.01");
        assertThatThrownBy(() -> UnitPrice.of("EUR", "0.0000001")).hasMessageContaining("at most 6 decimals");
    }

    @Test
    void discounts_and_surcharges_of_a_line_are_taken_from_quantity_times_price() {
        var five = new Adjustment(Adjustment.Kind.DISCOUNT, "Early bird", new BigDecimal("5"), null);
        var delivery = new Adjustment(Adjustment.Kind.SURCHARGE, "Delivery", null, Money.of("EUR", "12.00"));
        Totals totals = Totals.of(EUR, List.of(line("3", "33.33", "23", List.of(five, delivery))));
        assertThat(totals.net()).isEqualTo(Money.of("EUR", "106.99"));
        assertThat(totals.tax()).isEqualTo(Money.of("EUR", "24.61"));
    }

    /** 10 % of 300.00 is shared 20.00 and 10.00, as the lines are. */
    @Test
    void a_discount_of_the_document_is_shared_over_its_rates() {
        var ten = new Adjustment(Adjustment.Kind.DISCOUNT, "Season", BigDecimal.TEN, null);
        Totals totals = Totals.of(
                EUR, PriceMode.PLUS_TAX, List.of(line("1", "200.00", "23"), line("1", "100.00", "0")), List.of(ten));
        assertThat(totals.adjustments()).containsExactly(Money.of("EUR", "-30.00"));
        assertThat(totals.taxGroups())
                .extracting(g -> g.base().text() + " " + g.tax().text())
                .containsExactly("180.00 41.40", "90.00 0.00");
        assertThat(totals.nets()).extracting(Money::text).containsExactly("180.00", "90.00");
    }

    @Test
    void a_line_of_text_counts_nothing() {
        var text = new TaxedLine(Line.text("Berth 114, with thanks"), null);
        Totals totals = Totals.of(EUR, List.of(text, line("1", "10.00", "23")));
        assertThat(totals.nets()).extracting(Money::text).containsExactly("0.00", "10.00");
        assertThat(totals.gross()).isEqualTo(Money.of("EUR", "12.30"));
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
            PriceMode mode = random.nextBoolean() ? PriceMode.PLUS_TAX : PriceMode.TAX_INCLUDED;
            Adjustment.Kind kind = random.nextBoolean() ? Adjustment.Kind.DISCOUNT : Adjustment.Kind.SURCHARGE;
            var adjustment = new Adjustment(kind, "x", BigDecimal.valueOf(random.nextLong(1, 9_999), 2), null);
            Totals totals = Totals.of(EUR, mode, lines, random.nextBoolean() ? List.of() : List.of(adjustment));
            assertThat(totals.net()).isEqualTo(Money.sum(EUR, totals.nets()));
            Money said = Money.sum(EUR, totals.amounts()).plus(Money.sum(EUR, totals.adjustments()));
            assertThat(mode == PriceMode.PLUS_TAX ? totals.net() : totals.gross())
                    .isEqualTo(said);
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
        var before = TaxRate.standard(
                "std", "VAT", new BigDecimal("21"), LocalDate.of(2020, 9, 1), LocalDate.of(2021, 3, 1), "old");
        var after = TaxRate.standard("std", "VAT", new BigDecimal("23"), LocalDate.of(2021, 3, 1), null, "new");
        var rates = new TaxRates(List.of(before, after));
        assertThat(rates.on("std", LocalDate.of(2021, 2, 28))).isEqualTo(before);
        assertThat(rates.on("std", LocalDate.of(2021, 3, 1))).isEqualTo(after);
        assertThatThrownBy(() -> rates.on("std", LocalDate.of(2020, 1, 1)))
                .hasMessageContaining("no tax rate “std” on 2020-01-01");
    }
}
