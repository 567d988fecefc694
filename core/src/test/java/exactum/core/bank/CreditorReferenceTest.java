package exactum.core.bank;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** ISO 11649; the references are examples of the standard and of its check, ISO/IEC 7064 MOD 97-10. */
class CreditorReferenceTest {
    @ParameterizedTest
    @CsvSource({
        "RF18 5390 0754 7034, 539007547034",
        "RF18000000000539007547034, 539007547034",
        "rf712348231, 2348231",
        "RF97C2H5OH, C2H5OH",
        "RF332348236, 2348236",
        "RF16INV20260001, INV20260001"
    })
    void what_it_stands_for_is_read(String written, String means) {
        assertThat(CreditorReference.find(written))
                .get()
                .extracting(CreditorReference::means)
                .isEqualTo(means);
    }

    @ParameterizedTest
    @ValueSource(strings = {"RF19539007547034", "RF18", "RF18539007547035", "LW-2026-0042", ""})
    void what_does_not_check_is_none(String written) {
        assertThat(CreditorReference.find(written)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"539007547034, RF18539007547034", "2348231, RF712348231", "INV-2026-0001, RF16INV20260001"})
    void one_is_made_of_a_number_of_ours(String number, String reference) {
        assertThat(CreditorReference.of(number)).contains(new CreditorReference(reference));
        assertThat(CreditorReference.find(reference)).isPresent();
    }

    @Test
    void it_is_printed_in_groups_of_four_and_has_room_for_21() {
        assertThat(CreditorReference.of("539007547034"))
                .get()
                .extracting(CreditorReference::printed)
                .isEqualTo("RF18 5390 0754 7034");
        assertThat(CreditorReference.of("A".repeat(22))).isEmpty();
        assertThat(CreditorReference.of("–")).isEmpty();
    }

    @Test
    void it_is_found_in_a_text() {
        assertThat(CreditorReference.in("pay rf90 EX20 2600 42 thanks, and RF16INV20260001."))
                .extracting(p -> p.reference().means())
                .containsExactly("EX20260042", "INV20260001");
        assertThat(CreditorReference.in("RF19539007547034 REF12")).isEmpty();
    }
}
