package exactum.core.tieout;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.core.money.Money;
import java.util.Currency;
import java.util.List;
import org.junit.jupiter.api.Test;

class TieOutTest {
    private static Row row(String said, String booked, String name) {
        return new Row(Money.of("EUR", said), Money.of("EUR", booked), name);
    }

    /** Common practice, no source: 60 + 1,200 + 80 less fees 32.91 is 1,307.09; a fee of 4.40 the books do not have. */
    @Test
    void a_remainder_has_a_name() {
        var tieOut = TieOut.of(
                Currency.getInstance("EUR"),
                List.of(
                        row("1340.00", "1340.00", ""),
                        row("-32.91", "-32.91", ""),
                        row("-4.40", "0.00", "terminal fee")));
        assertThat(tieOut.said().text()).isEqualTo("1,302.69");
        assertThat(tieOut.remainder().text()).isEqualTo("−4.40");
        assertThat(tieOut.comesOut()).isFalse();
        assertThat(tieOut.working().steps()).extracting("text").contains("−4.40 terminal fee");
    }

    @Test
    void two_differences_that_cancel_do_not_come_out() {
        var tieOut =
                TieOut.of(Currency.getInstance("EUR"), List.of(row("1.00", "0.00", "a"), row("0.00", "1.00", "b")));
        assertThat(tieOut.remainder().isZero()).isTrue();
        assertThat(tieOut.comesOut()).isFalse();
    }
}
