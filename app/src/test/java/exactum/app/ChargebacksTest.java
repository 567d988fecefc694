package exactum.app;

import static exactum.app.CardSales.payment;
import static exactum.app.CardSales.sold;
import static exactum.app.World.euro;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.chargebacks.AnswerChargeback;
import exactum.app.chargebacks.Chargeback;
import exactum.app.chargebacks.FindChargebacks;
import exactum.app.database.Slice;
import exactum.app.documents.Document;
import exactum.app.ledger.ProveBooks;
import exactum.app.payouts.FindPayouts;
import exactum.app.refunds.Draw;
import exactum.app.refunds.Route;
import exactum.app.settlement.FindClaims;
import exactum.app.settlement.FindPayments;
import exactum.app.settlement.Place;
import exactum.app.settlement.Settle;
import exactum.core.card.ProcessorPort.Contest;
import exactum.core.ids.MeansId;
import exactum.core.ids.PayoutId;
import exactum.core.problem.Refusal;
import java.util.Map;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.transaction.support.TransactionTemplate;

/** A contested sale: its money is in dispute, the invoice stays paid; lost it is open again, won the money comes back. */
@ExtendWith(RunningApp.class)
class ChargebacksTest {
    private static void told(World world, String what, String id, String sale, String amount, String state) {
        world.desk.notice(what + id, """
                {"type":"chargeback.%s","data":%s}""".formatted(what, CardProcessor.contested(id, sale, amount, state)));
    }

    private static Chargeback only(World world) {
        return world.bean(FindChargebacks.class)
                .list(world.moorings, Slice.first(9))
                .getFirst();
    }

    private static int open(World world, PayoutId payout) {
        return world.bean(FindPayouts.class)
                .openLines(world.moorings, payout, 9)
                .size();
    }

    @AfterEach
    void the_books_agree(World world) {
        assertThat(world.bean(ProveBooks.class).disagreements(world.moorings)).isEmpty();
    }

    /** The flow of the money model: 80.00 contested for a fee of 15.00, and lost. */
    @Test
    void lost_it_is_owed_again(World world, FindPayments payments) {
        Document invoice = sold(world, "sa_1", "80.00", "0.00");
        told(world, "opened", "cb_1", "sa_1", "80.00", "open");
        assertThat(world.balance("1070")).isEqualTo(euro("80.00"));
        assertThat(world.balance("1060")).isEqualTo(euro("-15.00"));
        assertThat(world.open(invoice).isZero()).as("it stays paid").isTrue();
        assertThat(payments.find(world.moorings, payment(world, invoice))
                        .orElseThrow()
                        .place())
                .isEqualTo(Place.CONTESTED);
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/day").body()).contains("services not received, evidence until 15 Jun");
            assertThat(ada.get("/invoices/" + invoice.number()).body()).contains("Chargeback of");
            assertThat(ada.get("/chargebacks").body())
                    .contains("/chargebacks/" + only(world).id());
            assertThat(ada.get("/chargebacks/" + only(world).id()).body()).contains(invoice.number());
        }
        PayoutId payout = world.desk.payout("po_1", "sa_1:80.00:0.00", "chargeback/sa_1@cb_1:-80.00:15.00");
        assertThat(open(world, payout)).isZero();
        assertThat(world.balance("1061")).isEqualTo(euro("-15.00"));
        told(world, "lost", "cb_1", "sa_1", "80.00", "lost");
        told(world, "lost", "cb_1", "sa_1", "80.00", "lost");
        assertThat(world.open(invoice)).isEqualTo(euro("80.00"));
        assertThat(world.balance("1070").isZero()).isTrue();
        assertThat(world.balance("1060").isZero()).isTrue();
        assertThat(world.balance("5000")).isEqualTo(euro("15.00"));
    }

    @Test
    void won_the_money_comes_with_a_later_payout_and_the_fee_stays(World world) {
        Document invoice = sold(world, "sa_1", "80.00", "0.00");
        told(world, "opened", "cb_1", "sa_1", "80.00", "open");
        world.desk.payout("po_1", "sa_1:80.00:0.00", "chargeback/sa_1@cb_1:-80.00:0.00", "fee/@cb_1:0.00:15.00");
        told(world, "won", "cb_1", "sa_1", "80.00", "won");
        assertThat(world.balance("1060")).isEqualTo(euro("80.00"));
        assertThat(world.balance("1070").isZero()).isTrue();
        assertThat(open(world, world.desk.payout("po_2", "chargeback/sa_1@cb_1:80.00:0.00")))
                .isZero();
        assertThat(world.balance("1060").isZero()).isTrue();
        assertThat(world.open(invoice).isZero()).isTrue();
        assertThat(only(world).contest()).isEqualTo(Contest.WON);
    }

    @Test
    void after_a_refund_what_exceeds_the_payment_waits_for_a_person(World world) {
        Document invoice = sold(world, "sa_1", "80.00", "0.00");
        world.desk.refund(
                payment(world, invoice), new Draw.NewNote(invoice.id(), Map.of(), euro("50.00")), new Route.Card());
        told(world, "opened", "cb_1", "sa_1", "80.00", "open");
        told(world, "lost", "cb_1", "sa_1", "80.00", "lost");
        assertThat(world.open(invoice)).isEqualTo(euro("30.00"));
        assertThat(world.balance("1070")).as("neither cut off nor owed").isEqualTo(euro("50.00"));
        assertThat(only(world).beyond()).isEqualTo(euro("50.00"));
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/day").body()).contains("exceeds what is left of the payment");
            ada.follow("/chargebacks/" + only(world).id() + "/book", "account=5000");
        }
        assertThat(world.balance("1070").isZero()).isTrue();
        assertThat(world.balance("5000")).isEqualTo(euro("65.00"));
        told(world, "won", "cb_1", "sa_1", "80.00", "won");
        assertThat(world.balance("5000")).isEqualTo(euro("15.00"));
        assertThat(world.open(invoice).isZero()).isTrue();
        assertThat(world.balance("1060")).isEqualTo(euro("15.00"));
    }

    @Test
    void won_after_it_was_written_off_takes_the_write_off_back(
            World world, Settle settle, FindClaims claims, TransactionTemplate transaction) {
        Document invoice = sold(world, "sa_1", "80.00", "0.00");
        told(world, "opened", "cb_1", "sa_1", "80.00", "open");
        told(world, "lost", "cb_1", "sa_1", "80.00", "lost");
        transaction.executeWithoutResult(s -> settle.writeOff(
                world.moorings,
                claims.openOf(world.moorings, invoice.id()).getFirst().claim(),
                world.today(),
                "Gone"));
        assertThat(world.open(invoice).isZero()).isTrue();
        told(world, "won", "cb_1", "sa_1", "80.00", "won");
        assertThat(world.open(invoice).isZero()).isTrue();
        assertThat(world.balance("5030").isZero()).as("no bad debt any more").isTrue();
        assertThat(world.balance("1100").isZero()).isTrue();
        assertThat(world.balance("1060")).isEqualTo(euro("65.00"));
    }

    @Test
    void a_contested_payment_is_not_refunded(World world) {
        Document invoice = sold(world, "sa_1", "80.00", "0.00");
        told(world, "opened", "cb_1", "sa_1", "80.00", "open");
        assertThatThrownBy(() -> world.desk.refund(
                        payment(world, invoice), new Draw.Reopened(invoice.id(), euro("10.00")), new Route.Card()))
                .hasMessageContaining("contests this payment");
    }

    /** Whichever is first: the refund is refused, or the chargeback finds less than it takes. */
    @RepeatedTest(4)
    void a_refund_while_the_chargeback_opens_is_in_one_order_or_the_other(World world) throws Exception {
        Document invoice = sold(world, "sa_1", "80.00", "0.00");
        MeansId paid = payment(world, invoice);
        boolean isRefunded;
        try (var pool = Executors.newFixedThreadPool(2)) {
            Future<Boolean> refund = pool.submit(() -> {
                try {
                    world.desk.refund(paid, new Draw.Reopened(invoice.id(), euro("50.00")), new Route.Card());
                    return true;
                } catch (Refusal refused) {
                    return false;
                }
            });
            pool.submit(() -> told(world, "opened", "cb_1", "sa_1", "80.00", "open"))
                    .get();
            isRefunded = refund.get();
        }
        told(world, "lost", "cb_1", "sa_1", "80.00", "lost");
        assertThat(world.open(invoice)).isEqualTo(euro("80.00"));
        assertThat(only(world).beyond()).isEqualTo(euro(isRefunded ? "50.00" : "0.00"));
    }

    @Test
    void a_payout_may_tell_of_it_before_anybody_else_and_of_a_sale_that_comes_later(World world) {
        PayoutId payout = world.desk.payout("po_1", "chargeback/sa_1@cb_1:-80.00:15.00");
        assertThat(open(world, payout)).isZero();
        assertThat(only(world).payment()).isNull();
        told(world, "lost", "cb_1", "sa_1", "80.00", "lost");
        assertThat(only(world).beyond()).isEqualTo(euro("80.00"));
        Document invoice = sold(world, "sa_1", "80.00", "0.00");
        assertThat(world.open(invoice)).isEqualTo(euro("80.00"));
        assertThat(only(world).beyond().isZero()).isTrue();
        assertThat(world.balance("1070").isZero()).isTrue();
    }

    @Test
    void evidence_is_one_file_that_is_kept_as_it_was_sent_and_giving_in_is_told(World world, AnswerChargeback answer) {
        Document invoice = sold(world, "sa_1", "80.00", "0.00");
        told(world, "opened", "cb_1", "sa_1", "80.00", "open");
        try (var ada = new Visitor(world, "ada")) {
            String at = "/chargebacks/" + only(world).id();
            ada.follow(at + "/evidence", "statement=The+berth+was+used.");
            assertThat(world.processor.contests()).containsExactly("cb_1 evidence");
            assertThat(only(world).contest()).isEqualTo(Contest.ANSWERED);
            assertThat(ada.get(at + "/evidence.pdf").body()).startsWith("%PDF");
            ada.follow(at + "/accept", "");
            assertThat(ada.post(at + "/accept", "").body()).contains("accepted already");
        }
        assertThat(world.processor.contests()).contains("cb_1 accept");
        assertThat(world.open(invoice)).isEqualTo(euro("80.00"));
        assertThatThrownBy(() -> answer.accept(world.moorings, only(world).id()))
                .hasMessageContaining("already");
    }
}
