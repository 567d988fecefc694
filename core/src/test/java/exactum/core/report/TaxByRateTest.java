package exactum.core.report;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.core.money.Money;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What an entry booked as tax, by the rates of its document. */
class TaxByRateTest {
    private static final List<TaxByRate.Tax> TWO =
            List.of(tax("23 %", "100.00", "23.00"), tax("13.5 %", "200.00", "27.00"));

    private static Money eur(String amount) {
        return Money.of("EUR", amount);
    }

    private static TaxByRate.Tax tax(String rate, String base, String tax) {
        return new TaxByRate.Tax(rate, eur(base), eur(tax));
    }

    @Test
    void what_was_issued_is_each_tax_as_it_stands_on_the_document() {
        assertThat(TaxByRate.of(TWO, eur("50.00"))).isEqualTo(TWO);
        assertThat(TaxByRate.of(TWO, eur("-50.00")))
                .containsExactly(tax("23 %", "-100.00", "-23.00"), tax("13.5 %", "-200.00", "-27.00"));
    }

    /** 2 % taken on 1200.00 (1000 + 200 at 20 %) reduces net by 20.00 and tax by 4.00: Directive 2006/112/EC Art. 90. */
    @Test
    void an_early_settlement_discount_takes_tax_and_base_back_in_proportion() {
        assertThat(TaxByRate.of(List.of(tax("20 %", "1000.00", "200.00")), eur("-4.00")))
                .containsExactly(tax("20 %", "-20.00", "-4.00"));
    }

    @Test
    void over_two_rates_the_shares_make_up_what_was_booked_to_the_cent() {
        List<TaxByRate.Tax> shares = TaxByRate.of(TWO, eur("-0.33"));
        assertThat(shares).extracting(TaxByRate.Tax::tax).containsExactly(eur("-0.15"), eur("-0.18"));
        assertThat(shares).extracting(TaxByRate.Tax::base).containsExactly(eur("-0.65"), eur("-1.33"));
    }

    @Test
    void a_document_without_tax_keeps_its_base() {
        List<TaxByRate.Tax> none = List.of(tax("0 %", "320.00", "0.00"));
        assertThat(TaxByRate.of(none, eur("0.00"))).isEqualTo(none);
    }
}
