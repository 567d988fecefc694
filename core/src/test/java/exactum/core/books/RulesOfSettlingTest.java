package exactum.core.books;

import static exactum.core.books.TestBooks.eur;
import static exactum.core.books.TestBooks.own;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.ids.ClaimId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import exactum.core.ids.TakeBackId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.AccountRole;
import exactum.core.ledger.Event;
import exactum.core.ledger.Periods;
import exactum.core.money.ExchangeRate;
import exactum.core.problem.Refusal;
import exactum.core.settlement.Changes;
import exactum.core.settlement.Claim;
import exactum.core.settlement.EarlySettlement;
import exactum.core.settlement.Means;
import exactum.core.settlement.MeansKind;
import exactum.core.settlement.Policy;
import exactum.core.settlement.Position;
import exactum.core.settlement.Refunding;
import exactum.core.settlement.Rescheduling;
import exactum.core.settlement.Settling;
import exactum.core.settlement.Signal;
import exactum.core.settlement.TakeBack;
import exactum.core.settlement.Unsettling;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Each rule by which means meet claims and leave them, as a worked example (common practice, no source; our own figures). */
class RulesOfSettlingTest {
    private static final LocalDate DAY = LocalDate.of(2026, 6, 1);
    private static final AccountCode CLEARING = TestBooks.CLEARING;
    private final TestBooks books = new TestBooks();
    private final CustomerId customer = books.customer();

    @AfterEach
    void everything_agrees() {
        books.waiting.clear();
    }

    private DocumentId invoice(String net) {
        return books.invoice(customer, DAY, net, "0");
    }

    private DocumentId instalments(String net, Integer... weights) {
        return books.invoice(
                customer,
                DAY,
                ExchangeRate.none(TestBooks.EUR, DAY),
                eur(net),
                "0",
                TestBooks.INCOME,
                List.of(weights),
                null);
    }

    private DocumentId withDiscount(String net, String discount) {
        return books.invoice(
                customer,
                DAY,
                ExchangeRate.none(TestBooks.EUR, DAY),
                eur(net),
                "19",
                TestBooks.INCOME,
                List.of(1),
                new EarlySettlement(DAY.plusDays(8), eur(discount)));
    }

    private MeansId pay(String amount, LocalDate on, Policy policy) {
        return books.receive(customer, on, own(amount), CLEARING, policy);
    }

    private String left(DocumentId document) {
        return books.claimsOf(document).stream()
                .map(c -> c.left().amount().text())
                .reduce((a, b) -> a + " " + b)
                .orElse("");
    }

    private String rest(MeansId means) {
        return books.means.get(means).left().amount().text();
    }

    private Policy of(DocumentId document) {
        return new Policy.OfDocument(document);
    }

    @Test
    void due_order_settles_the_earliest_due_first_whatever_was_issued_first() {
        DocumentId seven = instalments("700.00", 1, 1, 1, 1, 1, 1, 1);
        DocumentId other = books.invoice(customer, DAY.plusDays(3), "50.00", "0");
        pay("180.00", DAY.plusDays(9), new Policy.DueOrder());
        assertThat(left(seven)).isEqualTo("0.00 70.00 100.00 100.00 100.00 100.00 100.00");
        assertThat(left(other)).isEqualTo("0.00");
    }

    @Test
    void what_the_payer_chose_is_settled_and_what_is_over_stays_on_account() {
        DocumentId first = invoice("100.00");
        DocumentId second = invoice("50.00");
        var chosen = new Policy.Chosen(List.of(
                Policy.Part.of(books.claimOf(second), eur("60.00")),
                Policy.Part.of(books.claimOf(first), eur("30.00"))));
        MeansId paid = pay("90.00", DAY, chosen);
        assertThat(left(first)).isEqualTo("70.00");
        assertThat(left(second)).isEqualTo("0.00");
        assertThat(rest(paid)).isEqualTo("10.00");
    }

    @Test
    void money_before_the_invoices_own_date_is_on_account_until_then() {
        DocumentId ahead = books.invoice(customer, DAY.plusDays(10), "80.00", "0");
        pay("80.00", DAY, of(ahead));
        assertThat(left(ahead)).isEqualTo("0.00");
        var entries = books.ledger.subList(books.ledger.size() - 2, books.ledger.size());
        assertThat(entries).extracting(b -> b.entry().day()).containsExactly(DAY, DAY.plusDays(10));
        assertThat(entries.getFirst().entry().postings())
                .extracting(p -> p.account() + " " + p.amount().text())
                .containsExactly("1060 80.00", "2100 −80.00");
        assertThat(entries.getLast().entry().event()).isEqualTo(Event.COUNTED_LATER);
        assertThat(entries.getLast().entry().postings())
                .extracting(p -> p.account() + " " + p.amount().text())
                .containsExactly("2100 80.00", "1100 −80.00");
    }

    /** 2 % of 119.00 is 2.38; 116.62 earns it, within eight days. */
    @ParameterizedTest(name = "{0} on day {1} leaves {2} open and {3} on account")
    @CsvSource({
        "116.62, 8, 0.00, 0.00",
        "116.62, 9, 2.38, 0.00",
        "116.61, 8, 2.39, 0.00",
        "117.00, 8, 0.00, 0.00",
        "119.00, 8, 0.00, 0.00",
        "120.00, 8, 0.00, 1.00"
    })
    void a_discount_is_earned_in_time_and_by_enough(String amount, int days, String open, String onAccount) {
        DocumentId document = withDiscount("100.00", "2.38");
        MeansId paid = pay(amount, DAY.plusDays(days), of(document));
        assertThat(left(document)).isEqualTo(open);
        assertThat(rest(paid)).isEqualTo(onAccount);
    }

    @Test
    void one_sum_for_two_invoices_less_both_discounts_earns_both() {
        DocumentId first = withDiscount("100.00", "2.38");
        DocumentId second = withDiscount("200.00", "4.76");
        pay("349.86", DAY.plusDays(3), new Policy.DueOrder());
        assertThat(left(first) + " " + left(second)).isEqualTo("0.00 0.00");
        assertThat(books.balance(AccountRole.EARLY_SETTLEMENT)).isEqualTo(eur("6.00"));
        assertThat(books.balance(AccountRole.OUTPUT_TAX)).isEqualTo(eur("-55.86"));
    }

    @Test
    void a_discount_goes_back_with_the_receipt_that_earned_it() {
        DocumentId document = withDiscount("100.00", "2.38");
        MeansId paid = pay("116.62", DAY.plusDays(3), of(document));
        books.takeBack(paid, eur("10.00"), DAY.plusDays(5), TakeBack.Cause.RETURNED, CLEARING);
        assertThat(left(document)).isEqualTo("12.38");
        assertThat(books.balance(AccountRole.EARLY_SETTLEMENT).isZero()).isTrue();
        assertThat(books.balance(AccountRole.OUTPUT_TAX)).isEqualTo(eur("-19.00"));
    }

    @Test
    void a_part_that_goes_away_takes_the_rest_first_then_the_newest_allocation() {
        DocumentId first = invoice("100.00");
        DocumentId second = invoice("50.00");
        MeansId paid = pay("160.00", DAY, new Policy.DueOrder());
        books.takeBack(paid, eur("30.00"), DAY.plusDays(2), TakeBack.Cause.RETURNED, CLEARING);
        assertThat(rest(paid)).isEqualTo("0.00");
        assertThat(left(first) + " " + left(second)).isEqualTo("0.00 20.00");
        books.takeBack(paid, eur("40.00"), DAY.plusDays(3), TakeBack.Cause.RETURNED, CLEARING);
        assertThat(left(first) + " " + left(second)).isEqualTo("10.00 50.00");
    }

    @Test
    void a_part_that_goes_away_takes_what_was_chosen_first() {
        DocumentId first = invoice("100.00");
        DocumentId second = invoice("50.00");
        MeansId paid = pay("160.00", DAY, new Policy.DueOrder());
        var back = new Unsettling.Back(
                new TakeBackId(books.ids.next()),
                paid,
                eur("105.00"),
                DAY.plusDays(2),
                TakeBack.Cause.RETURNED,
                "",
                CLEARING,
                List.of(books.claimOf(first)),
                List.of());
        books.act(customer, p -> Unsettling.takeBack(p, back));
        assertThat(left(first) + " " + left(second)).isEqualTo("100.00 0.00");
        assertThat(rest(paid)).isEqualTo("5.00");
    }

    @Test
    void more_than_stands_cannot_be_taken_back() {
        MeansId paid = pay("50.00", DAY, new Policy.OnAccount());
        books.refund(paid, paid, eur("20.00"), DAY, books.account(AccountRole.PAID_OUT));
        assertThatThrownBy(() -> books.takeBack(paid, eur("30.01"), DAY, TakeBack.Cause.RETURNED, CLEARING))
                .hasMessageContaining("30.01 cannot be taken back of a means that stands with 30.00");
    }

    @Test
    void a_take_back_that_is_undone_settles_again_what_it_settled() {
        DocumentId document = withDiscount("100.00", "2.38");
        MeansId paid = pay("116.62", DAY.plusDays(3), of(document));
        TakeBackId back = books.takeBack(paid, eur("116.62"), DAY.plusDays(5), TakeBack.Cause.RETURNED, CLEARING);
        assertThat(left(document)).isEqualTo("119.00");
        books.act(
                customer,
                p -> Unsettling.restore(p, new TakeBackId(books.ids.next()), back, DAY.plusDays(6), CLEARING));
        assertThat(left(document)).isEqualTo("0.00");
        assertThat(rest(paid)).isEqualTo("0.00");
        Proof.that(withoutWaiting());
    }

    private TestBooks withoutWaiting() {
        books.waits(
                exactum.core.bank.WaitingKind.CARD_SALE,
                CLEARING,
                DAY,
                own(books.balance(CLEARING).plain()));
        return books;
    }

    @Test
    void a_few_cents_are_let_go_only_where_it_was_said() {
        DocumentId document = invoice("100.00");
        ClaimId claim = books.claimOf(document);
        pay("99.96", DAY, new Policy.Chosen(List.of(new Policy.Part(claim, eur("99.96"), null, eur("0.03")))));
        assertThat(left(document)).isEqualTo("0.04");
        pay("0.01", DAY, new Policy.Chosen(List.of(new Policy.Part(claim, eur("0.01"), null, eur("0.03")))));
        assertThat(left(document)).isEqualTo("0.00");
        assertThat(books.balance(AccountRole.TOLERATED)).isEqualTo(eur("0.03"));
    }

    private MeansId writtenOff(DocumentId document) {
        var id = new MeansId(books.ids.next());
        books.act(customer, p -> Settling.writeOff(p, id, books.claimOf(document), DAY.plusDays(90), "Written off"));
        return id;
    }

    /** 50.00 of 119.00 written off holds 7.98 of tax; the rest, 69.00, the other 11.02. */
    @Test
    void money_for_what_was_written_off_takes_the_write_off_back_as_far_as_it_reaches() {
        DocumentId document = books.invoice(customer, DAY, "100.00", "19");
        writtenOff(document);
        assertThat(books.balance(AccountRole.BAD_DEBTS)).isEqualTo(eur("100.00"));
        pay("50.00", DAY.plusDays(100), of(document));
        assertThat(left(document)).isEqualTo("0.00");
        assertThat(books.balance(AccountRole.BAD_DEBTS)).isEqualTo(eur("57.98"));
        assertThat(books.balance(AccountRole.OUTPUT_TAX)).isEqualTo(eur("-7.98"));
        MeansId rest = pay(
                "70.00",
                DAY.plusDays(101),
                new Policy.Chosen(List.of(Policy.Part.of(books.claimOf(document), eur("70.00")))));
        assertThat(rest(rest)).isEqualTo("1.00");
        assertThat(books.balance(AccountRole.BAD_DEBTS).isZero()).isTrue();
        assertThat(books.balance(AccountRole.OUTPUT_TAX)).isEqualTo(eur("-19.00"));
    }

    @Test
    void money_in_due_order_pays_what_is_open_before_what_was_written_off() {
        DocumentId old = invoice("80.00");
        writtenOff(old);
        DocumentId fresh = books.invoice(customer, DAY.plusDays(95), "60.00", "0");
        pay("60.00", DAY.plusDays(100), new Policy.DueOrder());
        assertThat(left(fresh)).isEqualTo("0.00");
        assertThat(books.balance(AccountRole.BAD_DEBTS)).isEqualTo(eur("80.00"));
        pay("80.00", DAY.plusDays(101), new Policy.DueOrder());
        assertThat(books.balance(AccountRole.BAD_DEBTS).isZero()).isTrue();
    }

    @Test
    void nothing_can_be_written_off_twice() {
        DocumentId document = invoice("80.00");
        writtenOff(document);
        assertThatThrownBy(() -> writtenOff(document))
                .isInstanceOf(Refusal.class)
                .hasMessage("Nothing is open there any more. Nothing was written off.");
    }

    private DocumentId deposit(String amount) {
        return books.deposit(customer, DAY, amount);
    }

    private Means held() {
        return books.means.values().stream()
                .filter(m -> m.kind() == MeansKind.DEPOSIT)
                .findFirst()
                .orElseThrow();
    }

    @Test
    void a_deposit_is_held_once_it_is_paid_and_no_policy_takes_it() {
        MeansId paid = pay("300.00", DAY, of(deposit("500.00")));
        assertThat(held().left().amount()).isEqualTo(eur("300.00"));
        assertThat(held().isFreeCredit()).isFalse();
        assertThat(books.balance(AccountRole.DEPOSITS)).isEqualTo(eur("-500.00"));
        DocumentId damage = invoice("80.00");
        books.act(customer, p -> Settling.use(p, held().id(), of(damage), DAY, "damage"));
        assertThat(held().left().amount()).isEqualTo(eur("220.00"));
        books.takeBack(paid, eur("250.00"), DAY.plusDays(2), TakeBack.Cause.RETURNED, CLEARING);
        assertThat(held().left().amount()).isEqualTo(eur("0.00"));
        assertThat(left(damage)).isEqualTo("30.00");
        assertThat(books.balance(AccountRole.DEPOSITS)).isEqualTo(eur("-450.00"));
    }

    @ParameterizedTest(name = "{0} refused: {1}")
    @CsvSource(
            delimiter = '|',
            value = {
                "30.01 | 30.01 is asked for, but 30.00 is left of it. Nothing was refunded.",
                "25.01 | 25.01 is asked for, but 25.00 is what can go back through that payment. Nothing was refunded."
            })
    void a_refund_keeps_both_limits(String amount, String sentence) {
        MeansId note = books.creditNote(customer, DAY, null, "30.00", "0.00");
        MeansId small = pay("25.00", DAY, new Policy.OnAccount());
        assertThatThrownBy(() -> books.refund(note, small, eur(amount), DAY, CLEARING))
                .isInstanceOf(Refusal.class)
                .hasMessage(sentence);
        books.refund(note, small, eur("25.00"), DAY, CLEARING);
        assertThat(rest(note)).isEqualTo("5.00");
        assertThat(books.means.get(small).refundableThrough().isZero()).isTrue();
        var refund = books.refunds.values().iterator().next();
        books.act(
                customer,
                p -> Refunding.refused(
                        p, new exactum.core.ids.RefundId(books.ids.next()), refund, DAY.plusDays(1), CLEARING));
        assertThat(rest(note)).isEqualTo("30.00");
        assertThat(books.means.get(small).refundableThrough()).isEqualTo(eur("25.00"));
    }

    @Test
    void a_credit_note_settles_its_own_document_last_due_first_and_leaves_the_rest_on_account() {
        DocumentId seven = instalments("90.00", 1, 1, 1);
        MeansId note = books.creditNote(customer, DAY, seven, "50.00", "0.00");
        assertThat(left(seven)).isEqualTo("30.00 10.00 0.00");
        assertThat(rest(note)).isEqualTo("0.00");
        MeansId more = books.creditNote(customer, DAY, seven, "50.00", "0.00");
        assertThat(left(seven)).isEqualTo("0.00 0.00 0.00");
        assertThat(rest(more)).isEqualTo("10.00");
    }

    @Test
    void what_was_settled_by_hand_is_taken_off_by_hand() {
        DocumentId document = invoice("100.00");
        MeansId paid = pay("100.00", DAY, of(document));
        ClaimId claim = books.claimOf(document);
        books.act(customer, p -> Unsettling.release(p, paid, claim, eur("40.00"), DAY.plusDays(1), "wrong invoice"));
        assertThat(left(document)).isEqualTo("40.00");
        assertThat(rest(paid)).isEqualTo("40.00");
        assertThatThrownBy(() -> books.act(
                        customer, p -> Unsettling.release(p, paid, claim, eur("60.01"), DAY.plusDays(1), "again")))
                .hasMessageContaining("Only 60.00 of it is settled by this");
    }

    @Test
    void a_new_schedule_makes_the_same_sum_and_a_settled_document_is_not_voided() {
        DocumentId document = invoice("100.00");
        Claim claim = books.claimsOf(document).getFirst();
        Claim fresh = Claim.fresh(
                new ClaimId(books.ids.next()), customer, claim.billed(), 2, DAY.plusDays(60), own("99.99"), null);
        assertThatThrownBy(() -> books.act(customer, p -> Rescheduling.replace(p, List.of(claim), List.of(fresh))))
                .hasMessage("The new parts make 99.99, but 100.00 is open. Nothing was changed.");
        pay("1.00", DAY, of(document));
        assertThatThrownBy(() -> books.voidDocument(document, DAY)).hasMessageContaining("Make a credit note instead");
    }

    @Test
    void fully_paid_is_signalled_once_and_reopening_too() {
        DocumentId document = invoice("100.00");
        var changes = new Changes();
        var position = new Position(customer, books.accounts, books.ids, changes);
        books.claimsOf(document).forEach(position::with);
        var half = Settling.Incoming.of(new MeansId(books.ids.next()), DAY, own("50.00"), CLEARING, "half");
        Settling.receive(position, half, of(document));
        assertThat(changes.signals()).doesNotContain(new Signal.FullyPaid(document));
        var whole = Settling.Incoming.of(new MeansId(books.ids.next()), DAY, own("50.00"), CLEARING, "half");
        Settling.receive(position, whole, of(document));
        assertThat(changes.signals()).contains(new Signal.FullyPaid(document));
        Unsettling.release(position, whole.id(), books.claimOf(document), eur("1.00"), DAY, "");
        assertThat(changes.signals()).contains(new Signal.Reopened(document));
    }

    @Test
    void what_comes_after_a_month_is_closed_counts_in_the_next_open_one() {
        Periods closed = Periods.ALL_OPEN.closing(YearMonth.of(2026, 5));
        assertThat(closed.countsOn(LocalDate.of(2026, 5, 31))).isEqualTo(LocalDate.of(2026, 6, 1));
        assertThat(closed.countsOn(LocalDate.of(2026, 6, 8))).isEqualTo(LocalDate.of(2026, 6, 8));
        assertThatThrownBy(() -> closed.closing(YearMonth.of(2026, 5))).hasMessageContaining("closed already");
        assertThatThrownBy(() -> closed.closing(YearMonth.of(2026, 7)))
                .hasMessage("Months close in order: 2026-06 comes before 2026-07. Nothing was changed.");
    }
}
