package exactum.core;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.bank.Explained;
import exactum.core.bank.PayoutReport;
import exactum.core.bank.PayoutReport.Kind;
import exactum.core.bank.StatementLine;
import exactum.core.ledger.AccountCode;
import exactum.core.matching.Matching;
import exactum.core.money.Apportion;
import exactum.core.money.Decimals;
import exactum.core.money.FeeRule;
import exactum.core.money.Money;
import exactum.core.money.UnitPrice;
import exactum.core.money.Valued;
import exactum.core.problem.Refusal;
import exactum.core.terms.DueRule;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Small values at their edges. */
class ValuesTest {
    private static final Currency EUR = Currency.getInstance("EUR");
    private static final LocalDate DAY = LocalDate.of(2026, 6, 1);

    private static Money eur(String amount) {
        return Money.of("EUR", amount);
    }

    @Test
    void money_compares_within_its_currency() {
        assertThat(eur("1.00").max(eur("2.00"))).isEqualTo(eur("2.00"));
        assertThat(eur("2.00").max(eur("1.00"))).isEqualTo(eur("2.00"));
        assertThat(eur("1.00").min(eur("2.00"))).isEqualTo(eur("1.00"));
        assertThat(eur("2.00").min(eur("1.00"))).isEqualTo(eur("1.00"));
        assertThat(eur("-1.00").abs()).isEqualTo(eur("1.00"));
        assertThat(eur("0.00").abs()).isEqualTo(eur("0.00"));
        for (Money other : List.of(Money.of("GBP", "1.00"), Money.of("USD", "1.00"))) {
            assertThatThrownBy(() -> eur("1.00").compareTo(other)).isInstanceOf(RuntimeException.class);
            assertThatThrownBy(() -> eur("1.00").minus(other)).isInstanceOf(RuntimeException.class);
            assertThatThrownBy(() -> eur("1.00").plus(other)).isInstanceOf(RuntimeException.class);
        }
    }

    @Test
    void money_is_written_with_the_sign_of_its_currency_and_a_space_that_does_not_break() {
        assertThat(eur("-1120.50").withCurrency()).isEqualTo("€\u00a0\u22121,120.50");
        assertThat(Money.of("GBP", "3.00").withCurrency()).isEqualTo("£\u00a03.00");
        assertThat(Money.sign(EUR)).isEqualTo("€");
        assertThat(Money.of("JPY", "5").withCurrency()).endsWith("\u00a05");
    }

    @Test
    void prices_are_equal_in_worth_whatever_their_zeros() {
        UnitPrice price = UnitPrice.of("EUR", "0.340");
        assertThat(price).isEqualTo(UnitPrice.of("EUR", "0.34")).hasSameHashCodeAs(UnitPrice.of("EUR", "0.34000"));
        assertThat(price)
                .isNotEqualTo(UnitPrice.of("EUR", "0.35"))
                .isNotEqualTo(UnitPrice.of("GBP", "0.34"))
                .isNotEqualTo("0.34");
        assertThat(price.hashCode())
                .isNotEqualTo(UnitPrice.of("EUR", "0.35").hashCode())
                .isNotEqualTo(UnitPrice.of("GBP", "0.34").hashCode());
        assertThat(UnitPrice.of(eur("1640.00")).text()).isEqualTo("1,640.00");
        assertThat(UnitPrice.of("EUR", "0.034200").text()).isEqualTo("0.0342");
        assertThatThrownBy(() -> UnitPrice.of("EUR", "0.0000001")).hasMessageContaining("at most 6 decimals");
        assertThat(UnitPrice.of("EUR", "0.0000010").text()).isEqualTo("0.000001");
    }

    @Test
    void decimals_are_written_one_way() {
        assertThat(Decimals.grouped(new BigDecimal("999"))).isEqualTo("999");
        assertThat(Decimals.grouped(new BigDecimal("1000"))).isEqualTo("1,000");
        assertThat(Decimals.grouped(new BigDecimal("-1234567.5"))).isEqualTo("\u22121,234,567.5");
        assertThat(Decimals.grouped(new BigDecimal("0.00"))).isEqualTo("0.00");
        assertThat(Decimals.plain(new BigDecimal("1.2E+3"))).isEqualTo("1200");
        assertThat(Decimals.plain(new BigDecimal("6.500000"))).isEqualTo("6.5");
        assertThat(Decimals.plain(new BigDecimal("10"))).isEqualTo("10");
        assertThat(Decimals.text(new BigDecimal("-6.50"))).isEqualTo("\u22126.5");
        assertThat(Decimals.text(new BigDecimal("6.50"))).isEqualTo("6.5");
        assertThat(Decimals.percent(new BigDecimal("13.5000"))).isEqualTo("13.5\u00a0%");
    }

    @Test
    void shares_go_by_amount_and_the_rest_to_the_largest_the_first_of_equals() {
        assertThat(Apportion.byAmounts(eur("-5.00"), List.of(eur("30.00"), eur("60.00"), eur("10.00"))))
                .containsExactly(eur("-1.50"), eur("-3.00"), eur("-0.50"));
        assertThat(Apportion.byAmounts(eur("0.05"), List.of(eur("1.00"), eur("3.00"), eur("3.00"))))
                .containsExactly(eur("0.00"), eur("0.03"), eur("0.02"));
        assertThat(Apportion.byAmounts(eur("0.05"), List.of(eur("1.00"), eur("-1.00"))))
                .containsExactly(eur("0.03"), eur("0.02"));
        assertThat(Apportion.byAmounts(eur("0.00"), List.of())).isEmpty();
        assertThatThrownBy(() -> Apportion.byAmounts(eur("0.01"), List.of())).hasMessageContaining("nothing that 0.01");
    }

    @Test
    void what_a_line_explains_in_another_currency_is_worth_its_share() {
        var line = new Explained(
                new Valued(Money.of("USD", "100.00"), eur("92.00")),
                new Valued(Money.of("USD", "100.00"), eur("92.00")));
        List<Valued> worths = line.worths(List.of(Money.of("USD", "30.00"), Money.of("USD", "20.00")));
        assertThat(worths)
                .containsExactly(
                        new Valued(Money.of("USD", "30.00"), eur("27.60")),
                        new Valued(Money.of("USD", "20.00"), eur("18.40")));
        Explained half = line.by(worths);
        assertThat(half.left()).isEqualTo(new Valued(Money.of("USD", "50.00"), eur("46.00")));
        assertThat(half.isWhole()).isFalse();
        assertThat(half.without(worths.getFirst()).left().amount()).isEqualTo(Money.of("USD", "80.00"));
        assertThat(line.by(line.worths(List.of(Money.of("USD", "100.00")))).isWhole())
                .isTrue();
        assertThatThrownBy(() -> half.worths(List.of(Money.of("USD", "50.01"))))
                .hasMessageContaining("but 50.00 of the line is left");
    }

    @Test
    void a_payout_adds_up_or_is_refused() {
        var sale = new PayoutReport.Line(Kind.SALE, DAY, "sa_1", "x", eur("100.00"), eur("4.00"));
        var fee = new PayoutReport.Line(Kind.FEE, DAY, "", "x", eur("0.00"), eur("1.00"));
        var payout = new PayoutReport("po", DAY, DAY, EUR, eur("95.00"), List.of(sale, fee));
        assertThat(payout.gross()).isEqualTo(eur("100.00"));
        assertThat(payout.fees()).isEqualTo(eur("5.00"));
        assertThatThrownBy(() -> new PayoutReport("po", DAY, DAY, EUR, eur("95.01"), List.of(sale, fee)))
                .hasMessageContaining("its lines make 95.00, but it says 95.01");
    }

    @Test
    void a_due_rule_steps_by_what_it_has() {
        assertThat(new DueRule(0, 0, false).due(DAY).working().steps()).hasSize(1);
        assertThat(new DueRule(1, 0, false).due(DAY).working().steps())
                .extracting("text")
                .contains("+ 1 month = Wed 1 Jul 2026");
        assertThat(new DueRule(2, 1, false).due(DAY).working().steps())
                .extracting("text")
                .contains("+ 2 months = Sat 1 Aug 2026", "+ 1 day = Sun 2 Aug 2026");
        assertThat(new DueRule(0, 2, true).due(DAY).working().steps())
                .extracting("text")
                .contains("+ 2 days = Wed 3 Jun 2026", "then the month’s end = Tue 30 Jun 2026");
        assertThatThrownBy(() -> new DueRule(-1, 0, false)).hasMessageContaining("0 or more");
        assertThatThrownBy(() -> new DueRule(0, -1, false)).hasMessageContaining("0 or more");
    }

    @Test
    void accounts_are_ordered_by_their_codes() {
        assertThat(List.of(AccountCode.valueOf("2000"), AccountCode.valueOf("1000")).stream()
                        .sorted())
                .extracting(AccountCode::value)
                .containsExactly("1000", "2000");
        assertThatThrownBy(() -> AccountCode.valueOf("a b"))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("“a b” is not the code of an account");
    }

    @Test
    void a_fee_rule_reads_as_it_is_printed() {
        assertThat(new FeeRule(new BigDecimal("2.40"), eur("0.25")).text()).isEqualTo("2.4 % + 0.25");
    }

    @Test
    void a_refusal_keeps_its_code_its_first_field_and_the_file_it_is_of() {
        var refusal = new Refusal("typed.x", "It is wrong.");
        assertThat(refusal.code()).isEqualTo("typed.x");
        assertThat(refusal.sentence()).isEqualTo("It is wrong.");
        assertThat(refusal.field()).isEmpty();
        assertThat(refusal.at("a").field()).contains("a");
        assertThat(refusal.at("a").at("b").field()).contains("a");
        assertThat(refusal.at("a").of("march.xml").sentence()).isEqualTo("“march.xml”: It is wrong.");
        assertThat(refusal.at("a").of("march.xml").field()).contains("a");
    }

    @Test
    void numbers_that_may_stand_in_a_text_are_whole_pieces_of_it() {
        var line = new StatementLine(DAY, DAY, eur("1.00"), "", "", "", "Invoice LW-2026-0001 of 12", "", "");
        assertThat(Matching.numberKeys(List.of(line), List.of(10, 2)))
                .contains("lw20260001", "12")
                .doesNotContain("20", "01", "2026000", "w2026000");
        assertThat(Matching.numberKey("LW-2026/0001")).isEqualTo("lw20260001");
    }
}
