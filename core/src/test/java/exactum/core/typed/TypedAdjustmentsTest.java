package exactum.core.typed;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.document.Adjustment;
import exactum.core.problem.Refusal;
import java.util.Currency;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class TypedAdjustmentsTest {
    private static final Currency EUR = Currency.getInstance("EUR");

    @ParameterizedTest
    @CsvSource({
        "5 % Early bird, 5 % Early bird",
        "5%, 5 % Discount",
        "−12 Goodwill, 12.00 Goodwill",
        "+10 % Night work, +10 % Night work",
        "+ 1250.5, '+1,250.50 Surcharge'",
        "5% One;+3 Two, 5 % One; +3.00 Two"
    })
    void they_are_read_as_they_are_typed(String typed, String text) {
        assertThat(TypedAdjustments.text(TypedAdjustments.parse(typed, EUR))).isEqualTo(text);
    }

    @Test
    void what_was_read_is_read_again() {
        String typed = "12.5 % A | b; +1,250.50 Rush";
        var once = TypedAdjustments.parse(typed, EUR);
        assertThat(TypedAdjustments.parse(TypedAdjustments.text(once), EUR)).isEqualTo(once);
        assertThat(once.getLast().kind()).isEqualTo(Adjustment.Kind.SURCHARGE);
        assertThat(TypedAdjustments.parse(" ; ", EUR)).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"Goodwill", "0 %", "100.01 % Gift", "1.005 Fine", "5.00001 % Fine", "1..2", "++5"})
    void what_cannot_be_meant_is_refused(String typed) {
        assertThatThrownBy(() -> TypedAdjustments.parse(typed, EUR)).isInstanceOf(Refusal.class);
    }
}
