package exactum.core.matching;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.core.bank.StatementLine;
import exactum.core.bank.WaitingKind;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.WaitingId;
import exactum.core.money.Money;
import exactum.core.settlement.EarlySettlement;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Common practice, no source: own identifiers first, never certain on an amount alone. */
class MatchingTest {
    private static final LocalDate DAY = LocalDate.of(2026, 6, 1);
    private static final CustomerId MCHUGH = new CustomerId(new UUID(1, 1));
    private static final CustomerId ECLUSE = new CustomerId(new UUID(1, 2));
    private static final Candidate.Open BERTH = open(42, "LW-2026-0042", MCHUGH, "D. McHugh", "420.00", "0.00");
    private static final Candidate.Open KEY = open(43, "LW-2026-0043", MCHUGH, "D. McHugh", "96.00", "0.00");
    private static final Candidate.Open CRANE = open(44, "LW-2026-0044", ECLUSE, "J. Écluse", "145.00", "0.00");
    private static final Candidate.Waiting PAYOUT = new Candidate.Waiting(
            new WaitingId(new UUID(2, 1)), WaitingKind.PAYOUT, List.of("PO-2026-05-29"), List.of(), DAY, eur("152.09"));
    private static final Candidate.Waiting BY_HAND = new Candidate.Waiting(
            new WaitingId(new UUID(2, 2)),
            WaitingKind.PAYMENT,
            List.of("LW-2026-0040"),
            List.of("Quay House Sailing"),
            DAY,
            eur("300.00"));
    private static final Candidate.Paid PAID = new Candidate.Paid(
            new DocumentId(new UUID(3, 41)),
            "LW-2026-0041",
            Whose.of(ECLUSE, "J. Écluse"),
            "by transfer on 3 May 2026");
    private static final List<Candidate> KNOWN = List.of(BERTH, KEY, CRANE, PAYOUT, BY_HAND, PAID);

    private static Money eur(String amount) {
        return Money.of("EUR", amount);
    }

    private static Candidate.Open open(
            int n, String number, CustomerId customer, String name, String left, String discount) {
        return new Candidate.Open(
                new ClaimId(new UUID(4, n)),
                new DocumentId(new UUID(3, n)),
                number,
                Whose.of(customer, name),
                DAY.minusDays(10),
                DAY.plusDays(n),
                eur(left),
                discount.equals("0.00") ? null : new EarlySettlement(DAY, eur(discount)));
    }

    private List<Proposal> propose(String amount, String counterparty, String text) {
        return propose(amount, counterparty, text, "", "");
    }

    private List<Proposal> propose(String amount, String counterparty, String text, String structured, String code) {
        return propose(KNOWN, new StatementLine(DAY, DAY, eur(amount), "", "", counterparty, text, structured, code));
    }

    private static List<Proposal> propose(List<Candidate> known, StatementLine line) {
        return new Matching(known, new PayerMemory())
                .propose(List.of(new Asked(line, line.amount())))
                .getFirst();
    }

    /** However the payer wrote the number, the berth is found, and to the cent it is certain. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "LW-2026-0042",
                "lw-2026-0042, berth",
                "LW 2026 0042",
                "LW20260042",
                "LW/2026/0042",
                "2026-0042",
                "2026 0042 berth 114",
                "inv 20260042.",
                "LW-2026-00\n42",
                "invoice:LW.2026.0042;thanks",
                "BERTH114LW-2026-0042"
            })
    void a_number_is_found_however_it_is_written(String text) {
        Proposal best = propose("420.00", "somebody", text).getFirst();
        assertThat(best.grade()).isEqualTo(Grade.CERTAIN);
        assertThat(best.words()).isEqualTo("LW-2026-0042 of D. McHugh");
        assertThat(best.reasons().getFirst()).matches("the payer wrote the (number|digits of) LW-2026-0042");
    }

    /** ISO 11649: RF, two check digits, the creditor's own reference. */
    @ParameterizedTest
    @ValueSource(strings = {"RF24 LW20 2600 42", "RF2420260042", "LW20260042"})
    void a_structured_reference_is_read_without_its_check_digits(String structured) {
        assertThat(propose("420.00", "", "", structured, "").getFirst().grade()).isEqualTo(Grade.CERTAIN);
    }

    @ParameterizedTest
    @ValueSource(strings = {"LW-2026-00421", "12026-0042", "berth", "0042", "LW-2026-0049"})
    void a_piece_of_another_number_is_none(String text) {
        assertThat(propose("77.00", "somebody", text)).isEmpty();
    }

    @Test
    void less_is_a_part() {
        Proposal part = propose("200.00", "", "LW-2026-0042").getFirst();
        assertThat(part.grade()).isEqualTo(Grade.LIKELY);
        assertThat(part.words()).isEqualTo("part of LW-2026-0042 of D. McHugh");
        assertThat(part.remainder().isZero()).isTrue();
    }

    @Test
    void more_stays_on_the_payers_account_or_is_a_remainder() {
        List<Proposal> over = propose("428.00", "", "LW-2026-0042");
        assertThat(over.get(0).words()).isEqualTo("LW-2026-0042 of D. McHugh and 8.00 on account of D. McHugh");
        assertThat(over.get(0).remainder()).isEqualTo(eur("0.00"));
        assertThat(over.get(0).reasons()).last().isEqualTo("what is more than that is theirs, and stays on account");
        assertThat(over.get(1).words()).isEqualTo("LW-2026-0042 of D. McHugh");
        assertThat(over.get(1).remainder()).isEqualTo(eur("8.00"));
        assertThat(over).extracting(Proposal::grade).startsWith(Grade.LIKELY, Grade.LIKELY);
    }

    @ParameterizedTest
    @CsvSource({"516.00, CERTAIN, 2", "524.00, CERTAIN, 3", "500.00, LIKELY, 2"})
    void two_numbers_in_one_text_are_two_parts(String amount, Grade grade, int parts) {
        Proposal best = propose(amount, "McHugh", "LW-2026-0043 + LW-2026-0042").getFirst();
        assertThat(best.parts()).hasSize(parts);
        assertThat(best.grade()).isEqualTo(grade);
        assertThat(best.remainder()).isEqualTo(eur("0.00"));
    }

    @Test
    void name_and_amount_are_certain_where_nothing_else_fits_and_all_that_is_open_too() {
        Proposal one = propose("145.00", "JEAN ECLUSE", "crane").getFirst();
        assertThat(one.grade()).isEqualTo(Grade.CERTAIN);
        assertThat(one.words()).isEqualTo("LW-2026-0044 of J. Écluse");
        Proposal all =
                propose("516.00", "Dermot Mc Hugh / McHugh D", "all of it").getFirst();
        assertThat(all.parts()).hasSize(2);
        assertThat(all.grade()).isEqualTo(Grade.CERTAIN);
        assertThat(all.remainder().isZero()).isTrue();
    }

    @Test
    void an_amount_alone_is_only_worth_a_look() {
        assertThat(propose("96.00", "somebody", "thank you").getFirst().grade()).isEqualTo(Grade.LOOK);
    }

    @Test
    void a_payout_is_certain_by_reference_and_amount_and_never_by_amount_alone() {
        Proposal best = propose("152.09", "Cards", "PAYOUT PO-2026-05-29").getFirst();
        assertThat(best.grade()).isEqualTo(Grade.CERTAIN);
        assertThat(best.parts().getFirst()).isInstanceOf(Proposal.Part.IsWaiting.class);
        assertThat(propose("152.09", "Cards", "").getFirst().grade()).isEqualTo(Grade.LIKELY);
        assertThat(propose("150.00", "Cards", "PO 2026 05 29").getFirst().grade())
                .isEqualTo(Grade.LIKELY);
    }

    @Test
    void money_recorded_by_hand_is_found_by_name_or_by_what_it_paid() {
        assertThat(propose("300.00", "QUAY HOUSE SAILING CLUB", "transfer")
                        .getFirst()
                        .grade())
                .isEqualTo(Grade.CERTAIN);
        assertThat(propose("300.00", "", "lw-2026-0040").getFirst().grade()).isEqualTo(Grade.CERTAIN);
        assertThat(propose("300.00", "", "").getFirst().grade()).isEqualTo(Grade.LIKELY);
        assertThat(propose("300.00", "nobody", "").getFirst().grade()).isEqualTo(Grade.LOOK);
    }

    @Test
    void a_number_that_is_paid_already_is_said_to_be_a_second_payment() {
        Proposal second = propose("50.00", "x", "LW-2026-0041").getFirst();
        assertThat(second.parts().getFirst()).isInstanceOf(Proposal.Part.OnAccount.class);
        assertThat(second.reasons())
                .contains("nothing is open on it any more, so this is a second payment: by transfer on 3 May 2026");
        assertThat(second.grade()).isEqualTo(Grade.LIKELY);
    }

    @Test
    void what_is_paid_early_is_less_its_discount() {
        var early = open(50, "LW-2026-0050", MCHUGH, "D. McHugh", "119.00", "2.38");

        var line = new StatementLine(DAY, DAY, eur("116.62"), "", "", "", "LW-2026-0050", "", "");
        Proposal best = propose(List.of(early), line).getFirst();
        assertThat(best.grade()).isEqualTo(Grade.CERTAIN);
        assertThat(best.parts().getFirst().amount()).isEqualTo(eur("116.62"));
    }

    /** ISO 20022 external code list: MDOP/CHRG is a charge of the bank's own. */
    @Test
    void a_charge_is_known_by_its_code_and_only_going_out() {
        assertThat(propose("-3.50", "", "", "", "PMNT/MDOP/CHRG")
                        .getFirst()
                        .parts()
                        .getFirst())
                .isInstanceOf(Proposal.Part.BankCharge.class);
        assertThat(propose("3.50", "", "", "", "PMNT/MDOP/CHRG")).isEmpty();
        assertThat(propose("-420.00", "", "LW-2026-0042")).isEmpty();
    }
}
