package exactum.core.bank;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** IBANs by ISO 13616 where a country has them; other numbers as ISO 20022 writes them (GenericAccountIdentification1, Max34Text). */
class AccountNumberTest {
    @ParameterizedTest
    @CsvSource({
        "DE89 3704 0044 0532 0130 00, DE, IBAN,    DE89 3704 0044 0532 0130 00, 3000",
        "DE89370400440532013000,      US, IBAN,    DE89 3704 0044 0532 0130 00, 3000",
        "0012 3456 789,               US, Account, 00123456789,                 6789",
        "ab-1234,                     US, Account, AB-1234,                     1234",
    })
    void a_number_is_an_iban_where_there_are_ibans(
            String text, String country, String label, String printed, String ending) {
        AccountNumber number = AccountNumber.of(text, country);
        assertThat(number.label()).isEqualTo(label);
        assertThat(number.printed()).isEqualTo(printed);
        assertThat(number.ending()).isEqualTo(ending);
    }

    @Test
    void what_is_no_number_is_refused() {
        assertThatThrownBy(() -> AccountNumber.of("12345678", "DE")).hasMessageContaining("not in the form of an IBAN");
        assertThatThrownBy(() -> AccountNumber.of("DE89 3704", "US")).hasMessageContaining("not an account number");
        for (String wrong : new String[] {"", "123", "12 #34", "1".repeat(35), "-1234"})
            assertThatThrownBy(() -> AccountNumber.of(wrong, "US"))
                    .as(wrong)
                    .hasMessageContaining("4 to 34 letters, digits or dashes");
    }
}
