package exactum.core.bank;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.problem.Refusal;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Check digits by EPC262-08; the example of the German Bundesbank, {@code DE98ZZZ09999999999}, is a test number. */
class CreditorIdentifierTest {
    @ParameterizedTest
    @ValueSource(strings = {"DE98ZZZ09999999999", "DE98ABC09999999999", "de98 zzz0 9999 9999 99"})
    void the_creditors_own_characters_are_not_checked(String typed) {
        assertThat(new CreditorIdentifier(typed).value()).startsWith("DE98").hasSize(18);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"DE97ZZZ09999999999", "DE98ZZZ09999999998", "DE98ZZZ", "98ZZZ09999999999", "", "DE98ZZZ0999-999"
            })
    void what_cannot_be_one_is_refused(String typed) {
        assertThatThrownBy(() -> new CreditorIdentifier(typed)).isInstanceOf(Refusal.class);
    }

    @Test
    void two_identifiers_that_differ_in_two_neighbouring_digits_have_other_check_digits() {
        assertThatThrownBy(() -> new CreditorIdentifier("DE98ZZZ90999999999")).isInstanceOf(Refusal.class);
    }
}
