package exactum.core.bank;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.problem.Refusal;
import java.util.SplittableRandom;
import org.iban4j.IbanUtil;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** ISO 13616; the examples are those of the SWIFT IBAN Registry as far as remembered. */
class IbanTest {
    @ParameterizedTest
    @ValueSource(
            strings = {
                "IE29 AIBK 9311 5212 3456 78", "DE89 3704 0044 0532 0130 00", "GB29 NWBK 6016 1331 9268 19",
                "MT84 MALT 0110 0001 2345 MTLC AST0 01S", "NO93 8601 1117 947", "fr14 2004 1010 0505 0001 3m02 606"
            })
    void registry_examples_are_accepted_and_printed_in_fours(String iban) {
        assertThat(new Iban(iban).printed()).isEqualToIgnoringCase(iban);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "DE89370400440532013001",
                "GB94BARC20201530093459",
                "DE8937040044053201300",
                "XX89370400440532013000",
                "hello",
                ""
            })
    void what_is_mistyped_is_refused_with_a_reason(String iban) {
        assertThatThrownBy(() -> new Iban(iban))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("is not an account number");
    }

    /** ISO/IEC 7064 MOD 97-10, worked: 370400440532013000DE00 gives 89. iban4j computes the same. */
    @Test
    void check_digits_agree_with_iban4j() {
        assertThat(Iban.checkDigits("DE", "370400440532013000")).isEqualTo("89");
        var random = new SplittableRandom(13616);
        for (int i = 0; i < 500; i++) {
            String account = "%s%014d".formatted("EXAC", random.nextLong(100_000_000_000_000L));
            String theirs = IbanUtil.calculateCheckDigit("IE00" + account);
            assertThat(Iban.checkDigits("IE", account)).isEqualTo(theirs);
        }
    }
}
