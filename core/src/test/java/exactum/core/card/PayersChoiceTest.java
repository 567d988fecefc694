package exactum.core.card;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.core.ids.ClaimId;
import exactum.core.money.Money;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.Test;

/** What a payer chose; common practice, no source. */
class PayersChoiceTest {
    private static final Money NOTHING = euro("0.00");
    private final PayersChoice.Item first = item("100.00");
    private final PayersChoice.Item second = item("50.00");
    private final PayersChoice.Item third = item("80.00");

    private static Money euro(String amount) {
        return Money.of("EUR", amount);
    }

    private static PayersChoice.Item item(String toPay) {
        return new PayersChoice.Item(new ClaimId(UUID.randomUUID()), euro(toPay));
    }

    @Test
    void without_an_amount_all_that_is_chosen_is_paid() {
        var choice = PayersChoice.of(List.of(first, third), null, NOTHING);
        assertThat(choice.items()).containsOnlyKeys(first.claim(), third.claim());
        assertThat(choice.total()).isEqualTo(euro("180.00"));
        assertThat(choice.extra()).isEqualTo(NOTHING);
    }

    @Test
    void two_in_full_and_part_of_a_third() {
        var choice = PayersChoice.of(List.of(first, second, third), euro("200.00"), NOTHING);
        assertThat(choice.items().values()).containsExactly(euro("100.00"), euro("50.00"), euro("50.00"));
        assertThat(choice.total()).isEqualTo(euro("200.00"));
    }

    @Test
    void an_amount_that_ends_with_the_first_leaves_the_others_out() {
        var choice = PayersChoice.of(List.of(first, second), euro("100.00"), NOTHING);
        assertThat(choice.items()).containsOnlyKeys(first.claim());
    }

    @Test
    void what_is_more_than_all_that_is_chosen_is_extra() {
        var choice = PayersChoice.of(List.of(second), euro("58.00"), NOTHING);
        assertThat(choice.items().values()).containsExactly(euro("50.00"));
        assertThat(choice.extra()).isEqualTo(euro("8.00"));
        assertThat(choice.total()).isEqualTo(euro("58.00"));
    }

    @Test
    void with_nothing_chosen_all_of_it_is_extra() {
        assertThat(PayersChoice.of(List.of(), euro("45.00"), NOTHING).extra()).isEqualTo(euro("45.00"));
    }
}
