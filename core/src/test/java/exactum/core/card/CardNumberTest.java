package exactum.core.card;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.problem.Refusal;
import exactum.core.text.CleanText;
import exactum.core.text.TextKind;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Published test numbers of card schemes; the check digit by Luhn's formula, ISO/IEC 7812-1 Annex B. */
class CardNumberTest {
    @ParameterizedTest
    @ValueSource(
            strings = {
                "4111 1111 1111 1111",
                "4012888888881881",
                "4222222222222",
                "5555-5555-5555-4444",
                "5105105105105100",
                "2223000048400011",
                "2221000000000009",
                "2720990000000007",
                "3782 822463 10005",
                "371449635398431",
                "6011111111111117",
                "30569309025904",
                "3530111333300000",
                "6200000000000005",
                "6759649826438453"
            })
    void the_number_of_a_card_is_found_alone_and_in_a_sentence(String number) {
        assertThat(CardNumber.isOne(number)).isTrue();
        assertThat(CardNumber.isIn(number)).isTrue();
        assertThat(CardNumber.isIn("please charge " + number + ", thanks")).isTrue();
        assertThat(CardNumber.masked("card " + number + "."))
                .isEqualTo("card •••• " + number.substring(number.length() - 4) + ".");
        assertThatThrownBy(() -> CleanText.of("my card: " + number, TextKind.PARAGRAPHS, "memo"))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("The memo holds the number of a payment card")
                .hasMessageNotContaining(number);
        assertThat(CleanText.isHeldBy(number, TextKind.LINE)).isFalse();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "4111 1111 1111 1112",
                "4111 1111 1111 111",
                "DE89 3704 0044 0532 0130 00",
                "DE89370400440532013000",
                "GB29 NWBK 6016 1331 9268 19",
                "RF18 5390 0754 7034",
                "LW-2026-0042 and LW-2026-0043",
                "+353 1 234 5678 and +353 1 234 5679",
                "2026-06-01 12:00:00 2026-06-02 12:00:00",
                "9111111111111111",
                ""
            })
    void what_is_none_stays(String text) {
        assertThat(CardNumber.isIn(text)).isFalse();
        assertThat(CardNumber.masked(text)).isEqualTo(text);
        assertThat(CleanText.of(text, TextKind.LINE, "note")).isEqualTo(text);
    }

    @Test
    void digits_of_which_none_is_a_card_are_not_touched_beside_one() {
        assertThat(CardNumber.masked("4111111111111111 for order 4111111111111112"))
                .isEqualTo("•••• 1111 for order 4111111111111112");
    }
}
