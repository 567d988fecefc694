package exactum.core.typed;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.time.LocalDate;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class TypedTest {
    private static final LocalDate TODAY = LocalDate.of(2026, 6, 1);

    @ParameterizedTest
    @CsvSource({
        "'1,120', 1120",
        "1120.5, 1120.5",
        "12x85, 1020",
        "−10, -10",
        "' € 8.00 ', 8.00",
        ".5, .5",
        "'12,000,000.01', 12000000.01",
        "'1.120,50', 1120.50",
        "'85,50', 85.50",
        "'12x0,125', 1.5",
        "'-7,5', -7.5",
        "'-12.001.120,5', -12001120.5"
    })
    void numbers_are_typed_loosely_and_read_exactly(String typed, BigDecimal number) {
        assertThat(TypedAmount.parse(typed)).isEqualByComparingTo(number);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "abc", "1,1200", "1,12,5", "1.2.3", "2x3x4", "1e5", "-", "1,120,5"})
    void what_is_no_number_is_refused(String typed) {
        assertThatThrownBy(() -> TypedAmount.parse(typed)).hasMessageContaining("is not a number");
    }

    @ParameterizedTest
    @CsvSource({
        "8 jun, 2026-06-08",
        "31 may, 2027-05-31",
        "8 Jun 2026, 2026-06-08",
        "Mon 8 Jun 2026, 2026-06-08",
        "2026-02-28, 2026-02-28",
        "+30, 2026-07-01",
        "eom, 2026-06-30",
        "today, 2026-06-01"
    })
    void dates_are_typed_loosely(String typed, LocalDate date) {
        assertThat(TypedDate.parse(typed, TODAY)).isEqualTo(date);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "30 feb", "yesterday-ish", "2026-13-01", "8 foo"})
    void what_is_no_date_is_refused(String typed) {
        assertThatThrownBy(() -> TypedDate.parse(typed, TODAY)).hasMessageContaining("is not a date");
    }

    @ParameterizedTest
    @ValueSource(strings = {"1989-12-31", "2100-01-01", "9999-12-31", "31 Dec 1989", "+9999"})
    void a_date_outside_of_the_years_that_are_kept_is_refused(String typed) {
        assertThatThrownBy(() -> TypedDate.parse(typed, LocalDate.of(2099, 1, 1)))
                .hasMessageContaining("is not between 1990 and 2099");
    }

    @ParameterizedTest
    @ValueSource(strings = {"1990-01-01", "2099-12-31"})
    void the_first_and_the_last_day_are_kept(String typed) {
        assertThat(TypedDate.parse(typed, LocalDate.of(2026, 6, 1))).isEqualTo(LocalDate.parse(typed));
    }

    @Test
    void what_is_too_long_to_be_one_is_not_looked_at() {
        String nines = "9".repeat(1_000_000);
        assertThatThrownBy(() -> TypedAmount.parse(nines))
                .hasMessage("“%s…” is not a number. Write it like 1,120.50 or 12x85.", "9".repeat(40));
        assertThatThrownBy(() -> TypedDate.parse(nines, LocalDate.of(2026, 6, 1)))
                .hasMessageContaining("is not a date");
        assertThat(TypedAmount.parse("9".repeat(40))).isEqualByComparingTo("9".repeat(40));
        assertThatThrownBy(() -> TypedAmount.parse("9".repeat(41))).hasMessageContaining("is not a number");
    }
}
