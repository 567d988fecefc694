package exactum.core.matching;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.core.bank.StatementLine;
import exactum.core.matching.BankLineMatcher.OpenInvoice;
import exactum.core.matching.BankLineMatcher.OpenPayout;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.Test;

/** Common practice, no source: own identifiers first, never sure on an amount alone. */
class BankLineMatcherTest {
    private static final OpenPayout PAYOUT = new OpenPayout(new UUID(0, 1), "PO-7", Money.of("EUR", "152.09"));

    private static StatementLine line(String amount, String remittance, String code) {
        LocalDate day = LocalDate.of(2026, 6, 1);
        return new StatementLine(day, day, Money.of("EUR", amount), "", "", "", remittance, code);
    }

    @Test
    void reference_and_sum_make_a_payout_sure() {
        var best = BankLineMatcher.propose(line("152.09", "PAYOUT PO-7", "PMNT/RCDT/ESCT"), List.of(PAYOUT), List.of())
                .getFirst();
        assertThat(best.isSure()).isTrue();
        assertThat(best.target()).isEqualTo(PAYOUT.id());
    }

    @Test
    void the_sum_alone_is_only_a_proposal_and_the_reference_alone_leaves_a_remainder() {
        assertThat(BankLineMatcher.propose(line("152.09", "", ""), List.of(PAYOUT), List.of())
                        .getFirst()
                        .isSure())
                .isFalse();
        var named = BankLineMatcher.propose(line("150.00", "PO-7", ""), List.of(PAYOUT), List.of())
                .getFirst();
        assertThat(named.isSure()).isFalse();
        assertThat(named.remainder()).isEqualTo(Money.of("EUR", "-2.09"));
    }

    /** ISO 20022 external code list: MDOP/CHRG is a charge of the bank's own. */
    @Test
    void a_charge_is_known_by_its_code_and_only_going_out() {
        assertThat(BankLineMatcher.propose(line("-3.50", "", "PMNT/MDOP/CHRG"), List.of(), List.of())
                        .getFirst()
                        .kind())
                .isEqualTo(Proposal.Kind.BANK_CHARGE);
        assertThat(BankLineMatcher.propose(line("3.50", "", "PMNT/MDOP/CHRG"), List.of(), List.of()))
                .isEmpty();
    }

    @Test
    void the_invoice_number_as_a_word_and_the_open_sum_make_a_transfer_sure() {
        var invoice = new OpenInvoice(new UUID(0, 2), "LW-2026-0042", "D. McHugh", Money.of("EUR", "420.00"));
        var best = BankLineMatcher.propose(line("420.00", "lw-2026-0042, berth", ""), List.of(), List.of(invoice))
                .getFirst();
        assertThat(best.isSure()).isTrue();
        assertThat(best.words()).isEqualTo("invoice LW-2026-0042 of D. McHugh");
        var part = BankLineMatcher.propose(line("200.00", "LW-2026-0042", ""), List.of(), List.of(invoice))
                .getFirst();
        assertThat(part.isSure()).isFalse();
        assertThat(part.remainder().isZero()).isTrue();
        var over = BankLineMatcher.propose(line("428.00", "LW-2026-0042", ""), List.of(), List.of(invoice))
                .getFirst();
        assertThat(over.remainder()).isEqualTo(Money.of("EUR", "8.00"));
        for (StatementLine other : List.of(
                line("420.00", "LW-2026-00421", ""),
                line("420.00", "berth", ""),
                line("-420.00", "LW-2026-0042", ""))) {
            assertThat(BankLineMatcher.propose(other, List.of(), List.of(invoice)))
                    .isEmpty();
        }
    }
}
