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
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** All that is proposed for a line, in order, with its reasons (common practice, no source; our own figures). */
class ProposalsTest {
    private static final LocalDate DAY = LocalDate.of(2026, 6, 1);
    private static final CustomerId ADA = new CustomerId(new UUID(1, 1));
    private static final CustomerId BEN = new CustomerId(new UUID(1, 2));
    private final List<Candidate> candidates = new ArrayList<>();
    private int last;

    private Candidate.Open open(String number, CustomerId customer, String left, String discount, LocalDate due) {
        var open = new Candidate.Open(
                new ClaimId(new UUID(4, ++last)),
                new DocumentId(new UUID(3, number.hashCode())),
                number,
                Whose.of(customer, customer.equals(ADA) ? "Ada Quill" : "Ben Marl"),
                null,
                due,
                Money.of("EUR", left),
                discount.equals("0.00") ? null : new EarlySettlement(DAY, Money.of("EUR", discount)));
        candidates.add(open);
        return open;
    }

    private Candidate.Open open(String number, CustomerId customer, String left) {
        return open(number, customer, left, "0.00", DAY);
    }

    private void waits(WaitingKind kind, String reference, String name, Money left) {
        candidates.add(new Candidate.Waiting(
                new WaitingId(new UUID(2, ++last)),
                kind,
                reference.isEmpty() ? List.of() : List.of(reference),
                name.isEmpty() ? List.of() : List.of(name),
                DAY,
                left));
    }

    private List<Proposal> propose(String amount, String counterparty, String text) {
        Money money = Money.of("EUR", amount);
        var said = new StatementLine(DAY, DAY, money, "", "", counterparty, text, "", "");
        return new Matching(candidates, new PayerMemory())
                .propose(List.of(new Asked(said, money)))
                .getFirst();
    }

    private List<String> proposed(String amount, String counterparty, String text) {
        return propose(amount, counterparty, text).stream()
                .map(p -> p.score() + " " + p.words())
                .toList();
    }

    private List<String> why(String amount, String counterparty, String text) {
        return propose(amount, counterparty, text).getFirst().reasons();
    }

    @Test
    void a_number_with_its_amount_is_one_proposal() {
        open("LW-1000", ADA, "50.00");
        assertThat(proposed("50.00", "Ada Quill", "LW-1000")).containsExactly("100 LW-1000 of Ada Quill");
        assertThat(why("50.00", "", "LW-1000"))
                .containsExactly("the payer wrote the number LW-1000", "its amount is what is open, to the cent");
        assertThat(why("40.00", "", "LW-1000")).containsExactly("the payer wrote the number LW-1000", "50.00 is open");
    }

    /** Five digits might be anything; six tell a number apart. */
    @Test
    void digits_alone_tell_a_number_apart_where_there_are_six() {
        open("LW-10000", ADA, "50.00");
        open("LW-100000", BEN, "60.00");
        open("200001", BEN, "61.00");
        assertThat(proposed("7.00", "", "10000")).isEmpty();
        assertThat(proposed("7.00", "", "100000")).containsExactly("70 part of LW-100000 of Ben Marl");
        assertThat(proposed("7.00", "", "200001")).containsExactly("80 part of 200001 of Ben Marl");
    }

    /** Ben swapped two digits and wrote Ada's number, which Ada has paid. */
    @Test
    void a_number_of_another_that_is_paid_is_not_paid_twice_by_who_owes_just_this() {
        candidates.add(new Candidate.Paid(
                new DocumentId(new UUID(3, 98)), "LW-2026-0089", Whose.of(ADA, "Ada Quill"), "by card on 3 May 2026"));
        open("LW-2026-0098", BEN, "50.00");
        Proposal best = propose("50.00", "Ben Marl", "LW-2026-0089").getFirst();
        assertThat(best.words()).isEqualTo("LW-2026-0098 of Ben Marl");
        assertThat(best.grade()).isEqualTo(Grade.LIKELY);
        assertThat(propose("50.00", "Ada Quill", "LW-2026-0089").getFirst().words())
                .isEqualTo("on account of Ada Quill");
        assertThat(propose("51.00", "Ben Marl", "LW-2026-0089").getFirst().words())
                .isEqualTo("on account of Ada Quill");
    }

    @Test
    void a_recorded_payment_of_another_name_is_only_looked_at() {
        waits(WaitingKind.PAYMENT, "", "Ada Quill", Money.of("EUR", "50.00"));
        assertThat(propose("50.00", "Ada Quill", "").getFirst().grade()).isEqualTo(Grade.CERTAIN);
        assertThat(propose("50.00", "", "").getFirst().grade()).isEqualTo(Grade.LIKELY);
        assertThat(propose("50.00", "Ben Marl", "").getFirst().grade()).isEqualTo(Grade.LOOK);
    }

    @Test
    void what_two_payers_owe_is_on_nobodys_account() {
        open("LW-1000", ADA, "50.00");
        open("LW-1001", BEN, "60.00");
        assertThat(proposed("120.00", "", "LW-1000 LW-1001"))
                .containsExactly("40 LW-1000 of Ada Quill and LW-1001 of Ben Marl");
        assertThat(propose("120.00", "", "LW-1000 LW-1001").getFirst().remainder())
                .isEqualTo(Money.of("EUR", "10.00"));
    }

    @Test
    void one_of_several_instalments_may_be_meant() {
        open("LW-1000", ADA, "50.00", "0.00", DAY);
        open("LW-1000", ADA, "60.00", "0.00", DAY.plusDays(30));
        assertThat(proposed("60.00", "", "LW-1000")).containsExactly("85 LW-1000 of Ada Quill");
        assertThat(why("60.00", "", "LW-1000"))
                .containsExactly("the payer wrote the number LW-1000", "one of its instalments is this amount");
        assertThat(proposed("55.00", "", "LW-1000"))
                .containsExactly("70 LW-1000 of Ada Quill and part of LW-1000 of Ada Quill");
        assertThat(proposed("40.00", "", "LW-1000")).containsExactly("70 part of LW-1000 of Ada Quill");
    }

    @Test
    void the_instalment_that_falls_due_first_is_certain_where_its_number_and_amount_agree() {
        for (int month = 0; month < 3; month++) open("LW-1000", ADA, "50.00", "0.00", DAY.plusMonths(month));
        assertThat(proposed("50.00", "", "LW-1000")).containsExactly("99 LW-1000 of Ada Quill");
        assertThat(why("50.00", "", "LW-1000"))
                .containsExactly(
                        "the payer wrote the number LW-1000",
                        "its amount is the instalment that falls due first, to the cent");
        assertThat(proposed("150.00", "", "LW-1000")).containsExactly("100 3 parts of LW-1000 of Ada Quill");
    }

    @Test
    void what_is_due_on_one_day_goes_by_number_and_then_by_item() {
        Candidate.Open second = open("LW-1001", ADA, "50.00");
        Candidate.Open first = open("LW-1000", ADA, "50.00");
        Candidate.Open third = open("LW-1001", ADA, "50.00");
        var parts = propose("150.00", "", "LW-1000 LW-1001").getFirst().parts();
        assertThat(parts)
                .extracting(p -> ((Proposal.Part.ForClaim) p).claim())
                .containsExactly(first.claim(), second.claim(), third.claim());
    }

    @Test
    void what_is_paid_early_may_be_in_full_or_less_its_discount() {
        open("LW-1000", ADA, "100.00", "2.00", DAY);
        assertThat(proposed("98.00", "", "LW-1000")).containsExactly("100 LW-1000 of Ada Quill");
        assertThat(why("98.00", "", "LW-1000"))
                .containsExactly(
                        "the payer wrote the number LW-1000",
                        "its amount is what is open, less the early-settlement discount");
        assertThat(proposed("100.00", "", "LW-1000")).containsExactly("100 LW-1000 of Ada Quill");
    }

    @Test
    void a_name_and_an_amount_name_an_item() {
        open("LW-1000", ADA, "50.00");
        open("LW-1001", ADA, "60.00");
        assertThat(proposed("60.00", "QUILL ADA", "thanks")).containsExactly("95 LW-1001 of Ada Quill");
        assertThat(why("60.00", "QUILL ADA", ""))
                .containsExactly(
                        "the name Ada Quill agrees",
                        "its amount is what is open, to the cent",
                        "nothing else that is open fits payer and amount");
        assertThat(proposed("110.00", "QUILL ADA", ""))
                .containsExactly("95 LW-1000 of Ada Quill and LW-1001 of Ada Quill");
        assertThat(proposed("70.00", "QUILL ADA", ""))
                .containsExactly("35 LW-1000 of Ada Quill and part of LW-1001 of Ada Quill");
        assertThat(proposed("70.00", "QUILL", "")).isEmpty();
    }

    @Test
    void a_name_and_an_amount_less_its_discount_name_an_item_too() {
        open("LW-1000", ADA, "100.00", "2.00", DAY);
        assertThat(proposed("98.00", "Ada Quill", "")).containsExactly("97 LW-1000 of Ada Quill");
        assertThat(why("98.00", "Ada Quill", ""))
                .containsExactly(
                        "the name Ada Quill agrees",
                        "its amount is what is open, less the early-settlement discount",
                        "nothing else that is open fits payer and amount");
        assertThat(propose("98.00", "Ada Quill", "").getFirst().remainder().isZero())
                .isTrue();
    }

    @Test
    void items_of_one_amount_are_told_apart_by_nobody() {
        open("LW-1000", ADA, "50.00");
        open("LW-1001", ADA, "50.00");
        assertThat(proposed("50.00", "Ada Quill", ""))
                .containsExactly("77 LW-1000 of Ada Quill", "57 LW-1001 of Ada Quill");
    }

    @Test
    void an_amount_is_worth_a_look_where_it_is_open_once() {
        open("LW-1000", ADA, "50.00");
        assertThat(proposed("50.00", "", "")).containsExactly("40 LW-1000 of Ada Quill");
        open("LW-1001", BEN, "50.00");
        assertThat(proposed("50.00", "", "")).isEmpty();
    }

    @Test
    void what_is_open_in_another_currency_is_not_meant() {
        candidates.add(new Candidate.Open(
                new ClaimId(new UUID(4, 99)),
                new DocumentId(new UUID(3, 99)),
                "LW-1000",
                Whose.of(ADA, "Ada Quill"),
                null,
                DAY,
                Money.of("USD", "50.00"),
                null));
        waits(WaitingKind.PAYMENT, "LW-1001", "Ada Quill", Money.of("USD", "50.00"));
        assertThat(proposed("50.00", "Ada Quill", "LW-1000 LW-1001")).isEmpty();
    }

    @ParameterizedTest(name = "{0} is {1} and leaves {2}: {3}")
    @CsvSource({
        "152.09, 152.09, 0.00, its amount agrees to the cent, 100",
        "150.00, 150.00, 0.00, 152.09 was expected, 90",
        "160.00, 152.09, 7.91, 152.09 was expected, 70"
    })
    void what_waits_is_taken_as_far_as_it_reaches(String amount, String part, String left, String reason, int score) {
        waits(WaitingKind.PAYOUT, "PO-2026-05-29", "", Money.of("EUR", "152.09"));
        Proposal best = propose(amount, "", "PO-2026-05-29").getFirst();
        assertThat(best.parts().getFirst().amount()).isEqualTo(Money.of("EUR", part));
        assertThat(best.remainder()).isEqualTo(Money.of("EUR", left));
        assertThat(best.reasons()).containsExactly("it carries a reference of it", reason);
        assertThat(best.words()).isEqualTo(WaitingKind.PAYOUT.words() + " PO-2026-05-29");
        assertThat(best.score()).isEqualTo(score);
    }

    @Test
    void what_goes_out_is_not_what_waits_to_come_in() {
        waits(WaitingKind.PAYOUT, "PO-2026-05-29", "", Money.of("EUR", "152.09"));
        waits(WaitingKind.REFUND, "RF-2026-0001", "Ben Marl", Money.of("EUR", "-30.00"));
        assertThat(proposed("-152.09", "", "PO-2026-05-29")).isEmpty();
        assertThat(proposed("-30.00", "", "RF-2026-0001"))
                .containsExactly("100 " + WaitingKind.REFUND.words() + " of Ben Marl");
        assertThat(propose("-20.00", "", "RF-2026-0001")
                        .getFirst()
                        .parts()
                        .getFirst()
                        .amount())
                .isEqualTo(Money.of("EUR", "-20.00"));
    }

    @Test
    void a_name_makes_what_waits_certain_where_it_waits_once() {
        waits(WaitingKind.PAYMENT, "", "Ada Quill", Money.of("EUR", "30.00"));
        assertThat(why("30.00", "ada quill", ""))
                .containsExactly("its amount agrees to the cent", "the name Ada Quill agrees");
        assertThat(why("30.00", "", "")).containsExactly("its amount agrees to the cent");
        assertThat(propose("30.00", "ada quill", "").getFirst().score()).isEqualTo(97);
        assertThat(propose("30.00", "", "").getFirst().score()).isEqualTo(65);
        assertThat(propose("30.00", "somebody", "").getFirst().score()).isEqualTo(40);
        waits(WaitingKind.PAYMENT, "", "Ada Quill", Money.of("EUR", "30.00"));
        waits(WaitingKind.PAYMENT, "", "", Money.of("EUR", "30.00"));
        assertThat(propose("30.00", "ada quill", ""))
                .extracting(Proposal::score)
                .containsExactly(75, 75, 65);
    }

    @Test
    void a_number_is_looked_up_by_letters_and_digits_alone() {
        assertThat(Matching.numberKey("LW-2026/0042 ")).isEqualTo("lw20260042");
        var line = new StatementLine(DAY, DAY, Money.of("EUR", "1.00"), "", "E2E7", "", "LW-42 x", "", "");
        assertThat(Matching.numberKeys(List.of(line), List.of(4)))
                .containsExactlyInAnyOrder("lw42", "w42x", "42xe", "xe2e", "e2e7");
    }
}
