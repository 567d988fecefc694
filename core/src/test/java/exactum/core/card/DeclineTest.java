package exactum.core.card;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.time.YearMonth;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Response codes of ISO 8583:1987, field 39; their families from memory of the card schemes' rules, the days common practice. */
class DeclineTest {
    private static final LocalDate FIRST = LocalDate.of(2026, 6, 1);

    @ParameterizedTest
    @CsvSource({
        "43, HARD",
        "41, HARD",
        "14, HARD",
        "R1, HARD",
        "54, DATA",
        "82, DATA",
        "1A, CONFIRM",
        "51, MONEY",
        "61, MONEY",
        "05, MONEY",
        "91, AWAY",
        "96, AWAY",
        "01, CONTACT",
        "94, DUPLICATE",
        "??, MONEY"
    })
    void each_code_has_its_family(String code, DeclineFamily family) {
        assertThat(new Decline(code, "").family()).isEqualTo(family);
    }

    @ParameterizedTest
    @CsvSource({"1, 2026-06-01, 2026-06-04", "2, 2026-06-04, 2026-06-08", "3, 2026-06-08, 2026-06-15"})
    void short_of_money_it_is_tried_on_the_days_0_3_7_and_14(int tries, LocalDate today, LocalDate next) {
        assertThat(CardRetry.next(new Decline("51", "short"), FIRST, tries, today))
                .get()
                .satisfies(n -> assertThat(n.value()).isEqualTo(next))
                .satisfies(n -> assertThat(n.working().toString()).contains("51"));
    }

    @Test
    void after_the_fourth_try_or_thirty_days_it_ends() {
        assertThat(CardRetry.next(new Decline("51", ""), FIRST, 4, FIRST.plusDays(14)))
                .isEmpty();
        assertThat(CardRetry.next(new Decline("51", ""), FIRST, 2, FIRST.plusDays(30)))
                .isEmpty();
    }

    @Test
    void what_was_away_is_tried_the_next_day_and_a_late_try_never_on_a_day_that_is_past() {
        assertThat(CardRetry.next(new Decline("91", ""), FIRST, 1, FIRST)
                        .orElseThrow()
                        .value())
                .isEqualTo(FIRST.plusDays(1));
        assertThat(CardRetry.next(new Decline("51", ""), FIRST, 1, FIRST.plusDays(10))
                        .orElseThrow()
                        .value())
                .isEqualTo(FIRST.plusDays(11));
    }

    @ParameterizedTest
    @CsvSource({"43", "54", "1A", "01", "94"})
    void a_hard_refusal_and_what_the_payer_has_to_mend_is_never_tried_again_by_itself(String code) {
        assertThat(CardRetry.next(new Decline(code, ""), FIRST, 1, FIRST)).isEmpty();
    }

    @Test
    void a_card_is_good_through_the_last_day_of_its_month_and_another_is_asked_for_in_time() {
        YearMonth may = YearMonth.of(2026, 5);
        assertThat(CardExpiry.isGoodOn(may, LocalDate.of(2026, 5, 31))).isTrue();
        assertThat(CardExpiry.isGoodOn(may, LocalDate.of(2026, 6, 1))).isFalse();
        assertThat(CardExpiry.askFrom(may)).isEqualTo(LocalDate.of(2026, 4, 1));
        assertThat(CardExpiry.words(YearMonth.of(2028, 5))).isEqualTo("05/28");
    }
}
