package exactum.core.bank;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Common practice, no source. */
class StatementChainTest {
    private static final LocalDate MON = LocalDate.of(2026, 3, 2);
    private static final LocalDate TUE = LocalDate.of(2026, 3, 3);
    private static final LocalDate WED = LocalDate.of(2026, 3, 4);

    @Test
    void statements_that_follow_on_each_other_have_no_gap_whatever_order_they_came_in() {
        var chain = chain(link(TUE, 2L, "4120.55", "4210.55"), link(MON, 1L, "4000.00", "4120.55"));
        assertThat(chain.gaps()).isEmpty();
        assertThat(chain.links().getFirst().from()).isEqualTo(MON);
        assertThat(chain.closing(MON)).isEqualTo(eur("4120.55"));
        assertThat(chain.closing(WED)).isEqualTo(eur("4210.55"));
        assertThat(chain.closing(MON.minusDays(1))).isEqualTo(eur("4000.00"));
    }

    @Test
    void a_missing_statement_is_a_gap_with_its_day_and_its_amount() {
        var chain = chain(link(MON, null, "4000.00", "4120.55"), link(WED, null, "4210.55", "4300.00"));
        assertThat(chain.gaps()).containsExactly(new StatementChain.Gap(WED, eur("4120.55"), eur("4210.55")));
        assertThat(chain.gaps().getFirst().missing()).isEqualTo(eur("90.00"));
        assertThat(chain.firstGap(TUE)).isEmpty();
        assertThat(chain.firstGap(WED)).isPresent();
    }

    @Test
    void the_first_statement_follows_on_the_opening_balance() {
        assertThat(chain(link(MON, 1L, "3990.00", "4120.55")).gaps())
                .containsExactly(new StatementChain.Gap(MON, eur("4000.00"), eur("3990.00")));
    }

    @Test
    void two_statements_of_one_day_follow_on_by_their_balances() {
        var chain = chain(link(MON, null, "4100.00", "4120.55"), link(MON, null, "4000.00", "4100.00"));
        assertThat(chain.gaps()).isEmpty();
        assertThat(chain.closing(MON)).isEqualTo(eur("4120.55"));
    }

    @Test
    void a_statement_that_arrives_later_closes_the_gap() {
        var chain = chain(
                link(MON, null, "4000.00", "4120.55"),
                link(WED, null, "4210.55", "4300.00"),
                link(TUE, null, "4120.55", "4210.55"));
        assertThat(chain.gaps()).isEmpty();
    }

    @Test
    void a_number_that_was_left_out_is_told_where_no_money_is_missing() {
        var chain = chain(
                link(MON, 5L, "4000.00", "4120.55"),
                link(TUE, 6L, "4120.55", "4120.55"),
                link(WED, 8L, "4120.55", "4300.00"));
        assertThat(chain.gaps()).isEmpty();
        assertThat(chain.skipped()).containsExactly(new StatementChain.Skipped(6, 8, WED));
    }

    @Test
    void numbers_begin_anew_with_the_year_and_a_gap_in_the_money_says_enough() {
        LocalDate lastYear = LocalDate.of(2025, 12, 31);
        assertThat(chain(link(lastYear, 250L, "4000.00", "4120.55"), link(MON, 1L, "4120.55", "4300.00"))
                        .skipped())
                .isEmpty();
        assertThat(chain(link(lastYear, 1L, "4000.00", "4120.55"), link(MON, 40L, "4120.55", "4300.00"))
                        .skipped())
                .isEmpty();
        assertThat(chain(link(MON, 1L, "4000.00", "4120.55"), link(WED, 3L, "4210.55", "4300.00"))
                        .skipped())
                .isEmpty();
        assertThat(chain(link(MON, null, "4000.00", "4120.55"), link(WED, 3L, "4120.55", "4300.00"))
                        .skipped())
                .isEmpty();
    }

    private static StatementChain chain(StatementChain.Link... links) {
        return new StatementChain(eur("4000.00"), List.of(links));
    }

    private static StatementChain.Link link(LocalDate day, Long sequence, String opening, String closing) {
        return new StatementChain.Link(day, day, sequence, eur(opening), eur(closing));
    }

    private static Money eur(String amount) {
        return Money.of("EUR", amount);
    }
}
