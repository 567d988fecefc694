package exactum.app.bank;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A bank line put together from typed parts: what is left is always said, and nothing typed is lost. */
class LineAdditionTest {
    private static final Money LINE = Money.of("EUR", "427.50");

    private static LineAddition of(Money left, String... pairs) {
        Map<String, String> fields = new HashMap<>();
        for (int i = 0; i < pairs.length; i += 2) fields.put(pairs[i], pairs[i + 1]);
        return new LineAddition(fields, left);
    }

    @Test
    void without_parts_all_of_it_is_left() {
        LineAddition empty = of(LINE);
        assertThat(empty.remainder()).isEqualTo(LINE);
        assertThat(empty.next()).isZero();
        assertThat(empty.named()).isEmpty();
    }

    @Test
    void a_part_suggests_what_is_open_as_far_as_the_line_reaches() {
        assertThat(of(LINE, "part0", "claim:a", "most0", "11900")
                        .rows()
                        .getFirst()
                        .typed())
                .isEqualTo("119.00");
        assertThat(of(LINE, "part0", "claim:a", "most0", "99900")
                        .rows()
                        .getFirst()
                        .typed())
                .isEqualTo("427.50");
        assertThat(of(LINE, "part0", "account:4000").rows().getFirst().typed()).isEqualTo("427.50");
        LineAddition two = of(LINE, "part0", "claim:a", "amount0", "400.00", "part1", "customer:b");
        assertThat(two.rows().get(1).typed()).isEqualTo("27.50");
        assertThat(two.remainder().isZero()).isTrue();
        assertThat(two.next()).isEqualTo(2);
    }

    @Test
    void a_part_that_is_dropped_is_gone_and_the_others_keep_their_places() {
        LineAddition left =
                of(LINE, "part0", "claim:a", "amount0", "1.00", "part2", "claim:c", "amount2", "2.00", "drop0", "1");
        assertThat(left.rows()).extracting(LineAddition.Row::index).containsExactly(2);
        assertThat(left.remainder()).isEqualTo(Money.of("EUR", "425.50"));
        assertThat(left.next()).isEqualTo(3);
    }

    @Test
    void money_that_goes_out_is_typed_without_a_sign_and_a_minus_turns_a_part_round() {
        Money out = Money.of("EUR", "-10.00");
        LineAddition addition =
                of(out, "part0", "account:5010", "amount0", "12.00", "part1", "account:4000", "amount1", "-2.00");
        assertThat(addition.named()).extracting(n -> n.amount().plain()).containsExactly("-12.00", "2.00");
        assertThat(addition.remainder().isZero()).isTrue();
    }

    @ParameterizedTest
    @CsvSource({"ten, is not a number", "1.005, has more decimals than the currency"})
    void an_amount_that_cannot_be_read_says_so_at_its_field_and_is_not_matched(String typed, String problem) {
        LineAddition addition = of(LINE, "part0", "claim:a", "amount0", typed);
        assertThat(addition.problems().get("amount0")).contains(problem);
        assertThat(addition.rows().getFirst().typed()).isEqualTo(typed);
        assertThat(addition.remainder()).isEqualTo(LINE);
        assertThatThrownBy(addition::named).isInstanceOf(Refusal.class).hasMessageContaining("Nothing was matched");
    }

    @Test
    void an_open_item_in_another_currency_says_what_of_it_is_settled() {
        LineAddition addition =
                of(LINE, "part0", "claim:a", "amount0", "92.00", "currency0", "USD", "settles0", "100.00");
        assertThat(addition.named().getFirst().settles()).isEqualTo(Money.of("USD", "100.00"));
        assertThat(addition.named().getFirst().amount()).isEqualTo(Money.of("EUR", "92.00"));
    }
}
