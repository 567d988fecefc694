package exactum.standins.processor;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Card numbers: Luhn's check of ISO/IEC 7812-1, Annex B; the other numbers are widely published test numbers, from memory. */
class TestCardTest {
    @ParameterizedTest
    @EnumSource(TestCard.class)
    void its_own_cards_are_numbers_in_fours(TestCard card) {
        assertThat(TestCard.isNumber(card.number())).isTrue();
        assertThat(card.number()).matches("\\d{4}( \\d{3,4}){3}");
        assertThat(TestCard.of(card.number().replace(" ", "-"))).contains(card);
        assertThat(card.shown()).endsWith(card.number().replace(" ", "").replaceFirst("^\\d+(?=\\d{4}$)", ""));
    }

    @ParameterizedTest
    @ValueSource(strings = {"4111111111111112", "4111111111111", "", "abc", "4111 1111 1111 111x", "1"})
    void a_digit_that_is_wrong_or_missing_is_seen(String typed) {
        assertThat(TestCard.isNumber(typed)).isFalse();
    }

    @ParameterizedTest
    @ValueSource(strings = {"4222222222222", "371449635398431", "6011000990139424"})
    void other_numbers_pass_the_check_but_are_none_of_its_cards(String typed) {
        assertThat(TestCard.isNumber(typed)).isTrue();
        assertThat(TestCard.of(typed)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"SOFT,false,51", "HARD,true,43"})
    void a_refusal_says_whether_another_try_makes_sense(TestCard card, boolean hard, String code) {
        assertThat(card.isGood()).isFalse();
        assertThat(card.isHard()).isEqualTo(hard);
        assertThat(card.code()).isEqualTo(code);
        assertThat(card.answer()).contains(hard ? "for good" : "for now").contains(card.reason());
    }

    @Test
    void a_card_that_is_good_now_may_be_refused_later() {
        assertThat(TestCard.LATER_SHORT.isGood()).isTrue();
        assertThat(TestCard.LATER_SHORT.isGoodLater(0)).isFalse();
        assertThat(TestCard.LATER_SHORT.isGoodLater(1)).isTrue();
        assertThat(TestCard.LATER_HARD.isGoodLater(5)).isFalse();
        assertThat(TestCard.LATER_HARD.answer())
                .contains("accepted; charged later")
                .contains("for good");
    }

    @Test
    void good_cards_have_no_reason() {
        assertThat(TestCard.GOOD.answer()).isEqualTo("accepted");
        assertThat(TestCard.GOOD_TOO.reason()).isNull();
    }
}
