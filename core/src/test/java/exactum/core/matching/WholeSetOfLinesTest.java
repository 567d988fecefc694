package exactum.core.matching;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.core.bank.StatementLine;
import exactum.core.bank.WaitingKind;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import exactum.core.ids.WaitingId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.Test;

/** Lines that are looked at together: what one takes, what one teaches (common practice, no source; our own figures). */
class WholeSetOfLinesTest {
    private static final LocalDate DAY = LocalDate.of(2026, 6, 1);
    private static final String ACCOUNT = "NL91ABNA0417164300";
    private final List<Candidate> candidates = new ArrayList<>();
    private final List<Asked> lines = new ArrayList<>();
    private int last;

    private void open(String number, String name, String left) {
        candidates.add(new Candidate.Open(
                new ClaimId(new UUID(4, ++last)),
                new DocumentId(new UUID(3, number.hashCode())),
                number,
                Whose.of(new CustomerId(new UUID(1, name.hashCode())), name),
                DAY.minusDays(30),
                DAY,
                Money.of("EUR", left),
                null));
    }

    private void line(String amount, String name, String text) {
        line(amount, name, text, "", "PMNT/RCDT/ESCT", StatementLine.Further.NOTHING, "bank");
    }

    private void line(
            String amount,
            String name,
            String text,
            String endToEnd,
            String code,
            StatementLine.Further further,
            Object account) {
        Money money = Money.of("EUR", amount);
        lines.add(new Asked(
                new StatementLine(DAY, DAY, money, "", endToEnd, name, text, "", code, further), money, account));
    }

    private List<String> first() {
        return new Matching(candidates, new PayerMemory())
                .propose(lines).stream()
                        .map(p -> p.isEmpty()
                                ? "none"
                                : p.getFirst().grade().words() + " "
                                        + p.getFirst().words())
                        .toList();
    }

    /** One transfer for three invoices, two digits of one of them swapped. */
    @Test
    void a_slip_in_one_of_several_numbers_is_seen_where_the_amount_comes_out() {
        open("LW-2026-0123", "Ada Quill", "100.00");
        open("LW-2026-0132", "Ben Marl", "77.00");
        open("LW-2026-0141", "Ada Quill", "50.00");
        open("LW-2026-0158", "Ada Quill", "25.00");
        line("175.00", "Ada Quill", "LW-2026-0123, LW-2026-0141, LW-2026-0185");
        assertThat(first())
                .containsExactly(
                        "certain LW-2026-0123 of Ada Quill and LW-2026-0141 of Ada Quill and LW-2026-0158 of Ada Quill");
    }

    @Test
    void ends_of_numbers_follow_a_number_in_full() {
        open("LW-2026-0123", "Ada Quill", "100.00");
        open("LW-2026-0141", "Ada Quill", "50.00");
        line("150.00", "Ada Quill", "LW-2026-0123/0141");
        assertThat(first().getFirst()).isEqualTo("certain LW-2026-0123 of Ada Quill and LW-2026-0141 of Ada Quill");
    }

    @Test
    void the_number_of_another_is_seen_to_be_a_slip_of_the_payers_own() {
        open("LW-2026-0123", "Ada Quill", "100.00");
        open("LW-2026-0132", "Ben Marl", "77.00");
        line("77.00", "Ben Marl", "LW-2026-0123");
        assertThat(first()).containsExactly("certain LW-2026-0132 of Ben Marl");
    }

    @Test
    void the_number_of_a_namesake_who_pays_it_too_is_a_slip_of_the_payers_own() {
        open("LW-2026-0070", "Edda Dornstrand", "77.00");
        open("LW-2026-0007", "Edda Fernholm", "77.00");
        line("77.00", "Edda Dornstrand", "LW-2026-0007");
        line("77.00", "Edda Fernholm", "LW-2026-0007");
        assertThat(first())
                .containsExactly("likely LW-2026-0070 of Edda Dornstrand", "certain LW-2026-0007 of Edda Fernholm");
    }

    @Test
    void a_payment_that_comes_twice_is_the_customers_and_says_which_came_first() {
        open("LW-2026-0123", "Ada Quill", "100.00");
        line("100.00", "Ada Quill", "LW-2026-0123");
        line("100.00", "Ada Quill", "LW-2026-0123");
        List<List<Proposal>> proposed = new Matching(candidates, new PayerMemory()).propose(lines);
        assertThat(proposed.get(0).getFirst().grade()).isEqualTo(Grade.CERTAIN);
        assertThat(proposed.get(1).getFirst().words()).isEqualTo("on account of Ada Quill");
        assertThat(proposed.get(1).getFirst().grade()).isEqualTo(Grade.LIKELY);
        assertThat(proposed.get(1).getFirst().reasons())
                .contains("the line of 1 Jun 2026 pays it already, so this is a second payment");
    }

    @Test
    void two_lines_may_pay_one_item_as_far_as_it_reaches() {
        open("LW-2026-0123", "Ada Quill", "100.00");
        line("60.00", "Ada Quill", "LW-2026-0123");
        line("40.00", "Ada Quill", "LW-2026-0123");
        assertThat(first())
                .containsExactly(
                        "certain part of LW-2026-0123 of Ada Quill", "certain part of LW-2026-0123 of Ada Quill");
    }

    /** By itself the first line fits both; the second fits one alone. */
    @Test
    void all_lines_together_are_explained_and_not_the_first_at_the_cost_of_the_second() {
        open("LW-2026-0123", "Ada Quill", "100.00");
        open("LW-2026-0124", "Ada Quill", "100.00");
        line("100.00", "Ada Quill", "");
        line("100.00", "Ada Quill", "LW-2026-0123");
        assertThat(first()).containsExactly("likely LW-2026-0124 of Ada Quill", "certain LW-2026-0123 of Ada Quill");
    }

    @Test
    void an_account_that_paid_for_somebody_once_tells_who_pays_again() {
        open("LW-2026-0123", "Ada Quill", "100.00");
        open("LW-2026-0124", "Ada Quill", "55.00");
        var from = StatementLine.Further.of(ACCOUNT);
        line("100.00", "Otto Bram", "LW-2026-0123", "", "", from, "bank");
        line("55.00", "Otto Bram", "thank you", "", "", from, "bank");
        assertThat(first()).containsExactly("certain LW-2026-0123 of Ada Quill", "certain LW-2026-0124 of Ada Quill");
    }

    @Test
    void namesakes_who_owe_the_same_are_not_told_apart() {
        open("LW-2026-0123", "Ada Quill", "100.00");
        candidates.add(new Candidate.Open(
                new ClaimId(new UUID(4, 99)),
                new DocumentId(new UUID(3, 99)),
                "LW-2026-0199",
                Whose.of(new CustomerId(new UUID(1, 99)), "Ada Quill"),
                DAY,
                DAY,
                Money.of("EUR", "100.00"),
                null));
        line("100.00", "Ada Quill", "");
        assertThat(first().getFirst()).doesNotStartWith("certain");
    }

    @Test
    void a_batch_may_be_short_of_a_reject_and_is_still_one_counterpart() {
        candidates.add(new Candidate.Waiting(
                new WaitingId(new UUID(2, 1)),
                WaitingKind.DEBIT_BATCH,
                List.of("EX-20260429-0001-1"),
                List.of(),
                DAY,
                Money.of("EUR", "1368.95")));
        line("1319.05", "", "SAMMLER", "EX-20260429-0001-1", "PMNT/IDDT/ESDD", StatementLine.Further.NOTHING, "bank");
        assertThat(first()).containsExactly("certain batch of debits EX-20260429-0001-1");
    }

    @Test
    void money_moved_between_our_accounts_is_seen_on_both_sides() {
        line("-5000.00", "", "TO RESERVE", "", "", StatementLine.Further.NOTHING, "current");
        line("5000.00", "", "FROM CURRENT", "", "", StatementLine.Further.NOTHING, "reserve");
        assertThat(first()).containsExactly("likely own transfer", "likely own transfer");
        candidates.add(new Candidate.Ourselves(List.of("Larkwater Moorings"), Set.of(ACCOUNT)));
        line("-10.00", "x", "", "", "", StatementLine.Further.of("NL91 ABNA 0417 1643 00"), "current");
        assertThat(first().getLast()).isEqualTo("certain own transfer");
    }

    @Test
    void a_payment_that_came_back_is_found_and_never_certain() {
        candidates.add(new Candidate.Received(
                new MeansId(new UUID(5, 1)),
                List.of("INV-2026-0102"),
                Whose.of(new CustomerId(new UUID(1, 1)), "Erika Beispiel"),
                DAY,
                Money.of("EUR", "119.00")));
        line(
                "-119.00",
                "Erika Beispiel",
                "",
                "INV-2026-0102",
                "PMNT/IDDT/UPDD",
                new StatementLine.Further("AM04", "", null, "", null),
                "bank");
        assertThat(first()).containsExactly("likely payment of Erika Beispiel came back");
    }

    /** A refund left before its credit note was made; the note is found by name and amount, or by its number. */
    @Test
    void credit_on_account_that_was_given_back_is_found_by_the_line_that_went_out() {
        var whose = Whose.of(new CustomerId(new UUID(1, 1)), "Erika Beispiel");
        candidates.add(new Candidate.Credit(
                new MeansId(new UUID(5, 1)),
                List.of("CN-2026-0007"),
                whose,
                Money.of("EUR", "50.00"),
                "credit note CN-2026-0007"));
        line("-50.00", "ERIKA BEISPIEL", "refund");
        assertThat(first()).containsExactly("certain refund to Erika Beispiel, credit note CN-2026-0007");
        lines.clear();
        line("-20.00", "x", "CN-2026-0007");
        assertThat(first()).containsExactly("likely refund to Erika Beispiel, credit note CN-2026-0007");
        lines.clear();
        line("-60.00", "Erika Beispiel", "refund");
        assertThat(first()).containsExactly("none");
    }

    /** 300.00 received less 4.20 bank charges. */
    @Test
    void a_charge_that_the_bank_states_makes_up_what_is_missing() {
        open("LW-2026-0123", "Ada Quill", "300.00");
        line(
                "295.80",
                "Ada Quill",
                "LW-2026-0123",
                "",
                "",
                new StatementLine.Further("", "", Money.of("EUR", "4.20"), "", null),
                "bank");
        assertThat(first().getFirst()).isEqualTo("certain LW-2026-0123 of Ada Quill and bank charge of 4.20");
    }

    @Test
    void what_is_small_is_let_go_where_that_is_switched_on() {
        open("LW-2026-0123", "Ada Quill", "119.00");
        line("118.99", "Ada Quill", "LW-2026-0123");
        assertThat(first()).containsExactly("certain part of LW-2026-0123 of Ada Quill");
        var letGo = new Matching(candidates, new PayerMemory(), Money.of("EUR", "0.02"), Rates.NONE).propose(lines);
        assertThat(letGo.getFirst().getFirst().words()).isEqualTo("LW-2026-0123 of Ada Quill, of which 0.01 is let go");
    }

    @Test
    void the_first_rule_that_a_line_meets_says_what_it_is_unless_a_number_does() {
        var any = new StandingRule.When(null, false, "", "account fee", null, null);
        var dear = new StandingRule.When(null, false, "", "account fee", Money.of("EUR", "100.00"), null);
        candidates.add(new Candidate.Ruled(new StandingRule(new UUID(9, 1), "dear", dear, "6000 Advice")));
        candidates.add(new Candidate.Ruled(new StandingRule(new UUID(9, 2), "fees", any, "5010 Bank charges")));
        line("-4.50", "", "ACCOUNT FEE MAY");
        line("-250.00", "", "Account fee, advice");
        line("4.50", "", "ACCOUNT FEE BACK");
        assertThat(first()).containsExactly("certain 5010 Bank charges", "certain 6000 Advice", "none");
    }
}
