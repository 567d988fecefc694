package exactum.core;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.document.Line;
import exactum.core.document.PriceMode;
import exactum.core.document.TaxRate;
import exactum.core.document.TaxedLine;
import exactum.core.document.Totals;
import exactum.core.ledger.AccountCode;
import exactum.core.money.FeeRule;
import exactum.core.money.Money;
import exactum.core.money.Split;
import exactum.core.money.UnitPrice;
import exactum.core.terms.DueRule;
import exactum.core.typed.TypedAmount;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Worked figures of the trade (common practice, no source; the figures are our own). */
class CheckValuesTest {
    private static final Currency EUR = Currency.getInstance("EUR");

    private static Money eur(String amount) {
        return Money.of("EUR", amount);
    }

    private static TaxRate percent(String percent) {
        return TaxRate.standard("t", "VAT", new BigDecimal(percent), LocalDate.of(2020, 1, 1), null, "the example");
    }

    private static TaxedLine line(String quantity, String price, String percent) {
        Line line = Line.of(
                "x", TypedAmount.parse(quantity), "piece", UnitPrice.of("EUR", price), "t", new AccountCode("4000"));
        return new TaxedLine(line, percent(percent));
    }

    @ParameterizedTest(name = "a sale of {0} costs {1}")
    @CsvSource({"80.00, 2.17", "0.01, 0.25", "100.00, 2.65", "640.00, 15.61", "838.91, 20.38", "1.00, 0.27"})
    void a_fee_of_two_point_four_percent_and_a_quarter(String gross, String fee) {
        var rule = new FeeRule(new BigDecimal("2.4"), eur("0.25"));
        assertThat(rule.on(eur(gross)).value()).isEqualTo(eur(fee));
    }

    @Test
    void what_lands_of_eighty_is_seventy_seven_eighty_three() {
        var fee = new FeeRule(new BigDecimal("2.4"), eur("0.25")).on(eur("80.00"));
        assertThat(eur("80.00").minus(fee.value())).isEqualTo(eur("77.83"));
        assertThat(fee.working().steps()).hasSize(3);
    }

    @ParameterizedTest(name = "{0} × {1} at {2} % is {3} with tax")
    @CsvSource({
        "12x85, 1.00, 10, 1122.00",
        "6.5, 48.00, 0, 312.00",
        "1, 385.00, 23, 473.55",
        "7, 46.30, 23, 398.64",
        "1, 640.00, 23, 787.20",
        "118, 0.34, 13.5, 45.54"
    })
    void a_line_with_tax_on_top(String quantity, String price, String percent, String gross) {
        assertThat(Totals.of(EUR, List.of(line(quantity, price, percent))).gross())
                .isEqualTo(eur(gross));
    }

    @Test
    void twelve_at_85_with_10_percent_inside_are_927_27_and_92_73() {
        Totals totals = Totals.of(EUR, PriceMode.TAX_INCLUDED, List.of(line("12", "85.00", "10")), List.of());
        assertThat(totals.gross()).isEqualTo(eur("1020.00"));
        assertThat(totals.net()).isEqualTo(eur("927.27"));
        assertThat(totals.tax()).isEqualTo(eur("92.73"));
    }

    @Test
    void seven_at_46_30_carry_74_54_of_tax() {
        Totals totals = Totals.of(EUR, List.of(line("7", "46.30", "23")));
        assertThat(totals.net()).isEqualTo(eur("324.10"));
        assertThat(totals.tax()).isEqualTo(eur("74.54"));
    }

    /** Four credited carry 42.60; three alone would carry 31.95, a cent more than is left. */
    @Test
    void parts_of_a_document_need_not_carry_the_parts_of_its_tax() {
        Money four = Totals.of(EUR, List.of(line("4", "46.30", "23"))).tax();
        Money three = Totals.of(EUR, List.of(line("3", "46.30", "23"))).tax();
        assertThat(four).isEqualTo(eur("42.60"));
        assertThat(three).isEqualTo(eur("31.95"));
        assertThat(four.plus(three)).isEqualTo(eur("74.55"));
    }

    @Test
    void an_agreement_of_1215_in_seven_is_one_of_173_58_and_six_of_173_57() {
        var parts = Split.evenly(eur("1215.00"), 7).parts();
        assertThat(parts.getFirst()).isEqualTo(eur("173.58"));
        assertThat(parts.subList(1, 7)).containsOnly(eur("173.57"));
    }

    @ParameterizedTest(name = "{0} + {1} days is {2}, + {3} months is {4}")
    @CsvSource({
        "2026-02-01, 30, 2026-03-03, 1, 2026-03-01",
        "2026-05-01, 30, 2026-05-31, 1, 2026-06-01",
        "2026-01-31, 28, 2026-02-28, 1, 2026-02-28",
        "2028-01-31, 29, 2028-02-29, 1, 2028-02-29",
        "2026-12-31, 1, 2027-01-01, 2, 2027-02-28"
    })
    void thirty_days_are_not_a_month(LocalDate date, int days, LocalDate byDays, int months, LocalDate byMonths) {
        assertThat(new DueRule(0, days, false).due(date).value()).isEqualTo(byDays);
        assertThat(new DueRule(months, 0, false).due(date).value()).isEqualTo(byMonths);
    }

    /** Rows of a table of terms: net 30; 30 days, then the end of that month; 1 month. */
    @ParameterizedTest(name = "issued {0}: {1} days {2} months, month end {3}: due {4}")
    @CsvSource({
        "2026-01-20, 30, 0, false, 2026-02-19",
        "2026-01-31, 30, 0, false, 2026-03-02",
        "2026-01-20, 30, 0, true, 2026-02-28",
        "2026-01-31, 30, 0, true, 2026-03-31",
        "2026-01-20, 0, 1, false, 2026-02-20",
        "2026-01-31, 0, 1, false, 2026-02-28",
        "2026-01-31, 0, 2, true, 2026-03-31"
    })
    void terms(LocalDate issued, int days, int months, boolean monthEnd, LocalDate due) {
        var worked = new DueRule(months, days, monthEnd).due(issued);
        assertThat(worked.value()).isEqualTo(due);
        assertThat(worked.working().steps().getLast().text()).contains(Integer.toString(due.getDayOfMonth()));
    }

    @Test
    void numbers_are_typed_loosely_and_read_exactly() {
        assertThat(TypedAmount.parse("1,120")).isEqualByComparingTo("1120");
        assertThat(TypedAmount.parse("12x85")).isEqualByComparingTo("1020");
        assertThat(TypedAmount.parse("€ 1,120.50")).isEqualByComparingTo("1120.50");
        assertThat(TypedAmount.parse("−10")).isEqualByComparingTo("-10");
        for (String wrong : List.of("", "1.1.1", "1,12,5", "12x", "x", "1e3", "0x1F", "12x8x2", "--1", "ten")) {
            assertThatThrownBy(() -> TypedAmount.parse(wrong)).as(wrong).hasMessageContaining("is not a number");
        }
    }

    /** Every split of every total adds up, its parts differ by at most one cent, and a credit mirrors its charge. */
    @Test
    void every_split_comes_out() {
        for (long minor = 0; minor <= 2_000; minor += 7) {
            for (int count = 1; count <= 12; count++) {
                Money total = Money.ofMinor("EUR", minor);
                var charge = Split.evenly(total, count).parts();
                var credit = Split.evenly(total.negated(), count).parts();
                assertThat(Money.sum(EUR, charge)).isEqualTo(total);
                assertThat(charge.getFirst().minor() - charge.getLast().minor()).isBetween(0L, 1L);
                assertThat(credit).isEqualTo(charge.stream().map(Money::negated).toList());
            }
        }
    }

    /** Tax is rounded once a rate, so the sum of documents of one line may differ from one document of all lines. */
    @Test
    void tax_is_rounded_once_a_rate_and_never_a_line() {
        var lines = new ArrayList<TaxedLine>();
        for (int i = 0; i < 10; i++) lines.add(line("1", "12.53", "19"));
        assertThat(Totals.of(EUR, lines).tax()).isEqualTo(eur("23.81"));
        Money alone = Totals.of(EUR, lines.subList(0, 1)).tax();
        assertThat(alone.withMinor(alone.minor() * 10)).isEqualTo(eur("23.80"));
    }
}
