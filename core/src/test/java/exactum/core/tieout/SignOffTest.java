package exactum.core.tieout;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.bank.WaitingKind;
import exactum.core.ledger.AccountRole;
import exactum.core.money.Money;
import java.time.LocalDate;
import org.junit.jupiter.api.Test;

/** When a tie-out may be signed (common practice, no source). */
class SignOffTest {
    private static final Money NOTHING = Money.of("EUR", "0.00");
    private static final LocalDate END = LocalDate.of(2026, 5, 31);

    private static void sign(Money unexplained, boolean gap, LocalDate told, String note) {
        SignOff.require("Bank", unexplained, gap, told, END, note);
    }

    @Test
    void it_agrees_to_the_cent_and_no_statement_is_missing() {
        assertThatThrownBy(() -> sign(Money.of("EUR", "0.01"), false, END, "let go"))
                .hasMessageContaining("0.01 of Bank has no name yet");
        assertThatThrownBy(() -> sign(NOTHING, true, END, "it will come"))
                .hasMessageContaining("A statement of Bank is missing");
        assertThatCode(() -> sign(NOTHING, false, END, "")).doesNotThrowAnyException();
    }

    @Test
    void a_weekend_at_the_end_needs_no_word_and_a_working_day_does() {
        assertThat(END.getDayOfWeek().getValue()).as("a Sunday").isEqualTo(7);
        assertThatCode(() -> sign(NOTHING, false, LocalDate.of(2026, 5, 29), ""))
                .doesNotThrowAnyException();
        assertThatThrownBy(() -> sign(NOTHING, false, LocalDate.of(2026, 5, 28), ""))
                .hasMessageContaining("ends on 2026-05-28, before the month does");
        assertThatCode(() -> sign(NOTHING, false, LocalDate.of(2026, 5, 28), "the bank was shut"))
                .doesNotThrowAnyException();
    }

    @Test
    void each_difference_has_the_name_that_the_trade_gives_it() {
        assertThat(Difference.waiting(AccountRole.RECEIVED, WaitingKind.PAYMENT, false)
                        .words())
                .isEqualTo("in transit");
        assertThat(Difference.waiting(AccountRole.PAID_OUT, WaitingKind.REFUND, true)
                        .words())
                .isEqualTo("not presented");
        assertThat(Difference.waiting(AccountRole.DEBIT_CLEARING, WaitingKind.RETURN, true)
                        .words())
                .isEqualTo("returned, not yet on the statement");
        assertThat(Difference.waiting(null, WaitingKind.CARD_SALE, false)).isEqualTo(Difference.IN_NO_PAYOUT);
        assertThat(Difference.waiting(AccountRole.PAYOUTS, WaitingKind.PAYOUT, false))
                .isEqualTo(Difference.PAYOUT_UNDER_WAY);
        assertThat(Difference.waiting(AccountRole.RECEIVED, WaitingKind.BANK_FEE, true))
                .isEqualTo(Difference.FEE_NOT_BOOKED);
    }
}
