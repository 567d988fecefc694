package exactum.app.business;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.problem.Refusal;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** The place of a business in every address: short, plain, and never one of the installation's own. */
class BusinessCodeTest {
    @ParameterizedTest
    @CsvSource({
        "Larkwater Moorings, larkwater-moorings",
        "Écluse & Söhne GmbH, ecluse-sohne-gmbh",
        "'  42 Piers ', piers",
        "'---', ''",
    })
    void a_name_suggests_one(String name, String code) {
        assertThat(BusinessCode.of(name)).isEqualTo(code);
    }

    @Test
    void a_long_name_suggests_a_short_one() {
        assertThat(BusinessCode.of("a-very ".repeat(20)))
                .hasSizeLessThanOrEqualTo(40)
                .doesNotEndWith("-");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "Upper",
                "two words",
                "-dash",
                "dash-",
                "a--b",
                "4pier",
                "pay",
                "sign-in",
                "businesses",
                "a/b",
                "é"
            })
    void what_cannot_stand_in_an_address_is_refused(String code) {
        assertThatThrownBy(() -> BusinessCode.typed(code))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("Nothing was saved");
    }

    @Test
    void the_longest_is_forty() {
        assertThat(BusinessCode.typed("a".repeat(40))).hasSize(40);
        assertThatThrownBy(() -> BusinessCode.typed("a".repeat(41))).isInstanceOf(Refusal.class);
    }
}
