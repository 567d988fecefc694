package exactum.core.books;

import static exactum.core.books.TestBooks.eur;
import static exactum.core.books.TestBooks.own;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.ids.ClaimId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import exactum.core.ids.RefundId;
import exactum.core.ledger.AccountRole;
import exactum.core.money.ExchangeRate;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.settlement.Changes;
import exactum.core.settlement.Means;
import exactum.core.settlement.MeansKind;
import exactum.core.settlement.Policy;
import exactum.core.settlement.Position;
import exactum.core.settlement.Refund;
import exactum.core.settlement.Refunding;
import exactum.core.settlement.Settling;
import exactum.core.settlement.TakeBack;
import exactum.core.settlement.Unsettling;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** A security deposit of 500.00, paid in full, and prepayments that wait for their invoice (common practice, no source). */
class RulesOfDepositsTest {
    private static final LocalDate DAY = LocalDate.of(2026, 6, 1);
    private final TestBooks books = new TestBooks();
    private final CustomerId customer = books.customer();
    private DocumentId deposit;
    private MeansId paid;

    @BeforeEach
    void a_deposit_is_billed_and_paid() {
        deposit = books.deposit(customer, DAY, "500.00");
        paid = books.receive(customer, DAY, own("500.00"), TestBooks.CLEARING, new Policy.OfDocument(deposit));
    }

    private Means held() {
        return books.means.values().stream()
                .filter(m -> m.kind() == MeansKind.DEPOSIT)
                .findFirst()
                .orElseThrow();
    }

    private Money open() {
        return books.claims.get(books.claimOf(deposit)).left().amount();
    }

    private void takeOff(String amount) {
        ClaimId claim = books.claimOf(deposit);
        books.act(customer, p -> Unsettling.release(p, paid, claim, eur(amount), DAY.plusDays(2), "by hand"));
    }

    private RefundId giveBack(String amount) {
        return books.refund(held().id(), paid, eur(amount), DAY.plusDays(1), books.account(AccountRole.PAID_OUT));
    }

    @Test
    void what_was_given_back_is_not_taken_off_by_hand() {
        giveBack("300.00");
        assertThatThrownBy(() -> takeOff("200.01"))
                .isInstanceOf(Refusal.class)
                .hasMessage(
                        "Only 200.00 of this security deposit is still held; the rest was given back. Nothing was changed.");
        takeOff("200.00");
        assertThat(held().left().amount().isZero()).isTrue();
        assertThat(open()).isEqualTo(eur("200.00"));
        assertThat(books.means.get(paid).left().amount()).isEqualTo(eur("200.00"));
    }

    @Test
    void a_prepaid_invoice_beside_it_is_taken_off_as_ever() {
        DocumentId berth = books.invoice(customer, DAY, "80.00", "0");
        MeansId other = books.receive(customer, DAY, own("80.00"), TestBooks.CLEARING, new Policy.OfDocument(berth));
        ClaimId claim = books.claimOf(berth);
        books.act(customer, p -> Unsettling.release(p, other, claim, eur("80.00"), DAY, "by hand"));
        assertThat(books.means.get(other).left().amount()).isEqualTo(eur("80.00"));
        assertThat(held().left().amount()).isEqualTo(eur("500.00"));
    }

    @Test
    void a_refund_that_is_refused_is_held_again_while_it_is_paid() {
        refused(giveBack("300.00"));
        assertThat(held().left().amount()).isEqualTo(eur("500.00"));
        assertThat(books.balance(AccountRole.DEPOSITS)).isEqualTo(eur("-500.00"));
    }

    @Test
    void a_refund_that_is_refused_after_the_money_went_is_held_no_longer() {
        RefundId refund = giveBack("300.00");
        books.takeBack(paid, eur("500.00"), DAY.plusDays(2), TakeBack.Cause.RETURNED, TestBooks.CLEARING);
        assertThat(held().left().amount().isZero()).isTrue();
        refused(refund);
        assertThat(held().left().amount().isZero()).isTrue();
        assertThat(open()).isEqualTo(eur("500.00"));
        assertThat(books.balance(AccountRole.DEPOSITS)).isEqualTo(eur("-500.00"));
        assertThat(books.means.get(paid).refundableThrough().isZero()).isTrue();
    }

    private void refused(RefundId refund) {
        Refund sent = books.refunds.get(refund);
        books.act(
                customer,
                p -> assertThat(Refunding.refused(
                                        p,
                                        new RefundId(books.ids.next()),
                                        sent,
                                        DAY.plusDays(3),
                                        books.account(AccountRole.PAID_OUT))
                                .amount())
                        .isEqualTo(sent.amount().negated()));
    }

    @Test
    void money_that_waits_for_its_invoice_is_free_once_it_was_used_for_it() {
        DocumentId berth = books.invoice(customer, DAY.plusDays(5), "80.00", "0");
        var prepaid = new MeansId(books.ids.next());
        var incoming =
                new Settling.Incoming(prepaid, DAY, own("100.00"), TestBooks.CLEARING, List.of(), berth, "Prepayment");
        books.act(customer, p -> Settling.receive(p, incoming, new Policy.OnAccount()));
        MeansId loose =
                books.receive(customer, DAY.minusDays(1), own("10.00"), TestBooks.CLEARING, new Policy.OnAccount());
        books.act(customer, p -> {
            assertThat(p.reservedFor(berth)).extracting(Means::id).containsExactly(prepaid);
            assertThat(p.reservedFor(deposit)).isEmpty();
            assertThat(p.freeCredit()).extracting(Means::id).containsExactly(loose);
        });
        books.act(customer, p -> Settling.use(p, prepaid, new Policy.OfDocument(deposit), DAY, "used elsewhere"));
        books.act(customer, p -> assertThat(p.reservedFor(berth)).hasSize(1));
        books.act(customer, p -> Settling.use(p, prepaid, new Policy.OfDocument(berth), DAY.plusDays(5), "used"));
        books.act(customer, p -> {
            assertThat(p.reservedFor(berth)).isEmpty();
            assertThat(p.freeCredit()).extracting(Means::id).containsExactly(loose, prepaid);
            assertThat(p.claimsOf(berth))
                    .singleElement()
                    .satisfies(c -> assertThat(c.isOpen()).isFalse());
        });
    }

    @Test
    void the_open_items_of_a_document_come_in_their_order() {
        DocumentId parts = books.invoice(
                customer,
                DAY,
                ExchangeRate.none(TestBooks.EUR, DAY),
                eur("90.00"),
                "0",
                TestBooks.INCOME,
                List.of(1, 1, 1),
                null);
        var changes = new Changes();
        var position = new Position(customer, books.accounts, books.ids, changes);
        books.claimsOf(parts).reversed().forEach(position::with);
        assertThat(position.claimsOf(parts)).isEqualTo(books.claimsOf(parts));
        assertThat(position.claimsOf(deposit)).isEmpty();
    }
}
