package exactum.app;

import static exactum.app.CardSales.payment;
import static exactum.app.CardSales.sold;
import static exactum.app.World.euro;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.database.Ids;
import exactum.app.database.Slice;
import exactum.app.documents.Document;
import exactum.app.ledger.ProveBooks;
import exactum.app.payouts.FindPayouts;
import exactum.app.payouts.Payout;
import exactum.app.payouts.PayoutLine;
import exactum.app.refunds.Draw;
import exactum.app.refunds.FindRefunds;
import exactum.app.refunds.RefundOrder;
import exactum.app.refunds.Route;
import exactum.core.ids.PayoutId;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Money that was given back at the processor's desk is told by its payout only, and becomes a refund of the payment it was of. */
@ExtendWith(RunningApp.class)
class RefundsInPayoutsTest {
    private static final String SALE = "sa_1:80.00:2.17";

    @AfterEach
    void the_books_agree(World world) {
        assertThat(world.bean(ProveBooks.class).disagreements(world.moorings)).isEmpty();
    }

    private static List<PayoutLine> open(World world, PayoutId id) {
        return world.bean(FindPayouts.class).openLines(world.moorings, id, 9);
    }

    private static List<RefundOrder> refunds(World world) {
        return world.bean(FindRefunds.class).list(world.moorings, "", Slice.first(9));
    }

    private static String form(PayoutId payout, String draw) {
        return "id=%s&payout=%s&line=2&draw=%s&why=Too+much".formatted(Ids.next(), payout, draw);
    }

    @Test
    void it_is_booked_with_its_fee_and_matched_in_the_same_step_and_sent_to_nobody(World world) {
        Document invoice = sold(world, "sa_1", "80.00", "2.17");
        PayoutId id = world.desk.payout("po_1", SALE, "refund/sa_1@re_9:-50.00:-1.35");
        assertThat(open(world, id))
                .singleElement()
                .satisfies(l -> assertThat(l.difference()).isEqualTo("refund re_9, which the books do not have"));
        try (var ada = new Visitor(world, "ada")) {
            String path = "/refunds/new?payout=" + id + "&line=2";
            assertThat(ada.get("/payouts/" + id).body()).contains(path.replace("&", "&amp;"));
            String page = ada.get(path).body();
            assertThat(page).contains("€\u00a050.00").contains("payout po_1").doesNotContain("name=\"route\"");
            assertThat(ada.get(path + "&look=yes&draw=open:" + invoice.number()).body())
                    .contains("Book the refund of €\u00a050.00", "Fee given back by");
            assertThat(refunds(world)).as("only looked at").isEmpty();
            String sent = form(id, "open:" + invoice.number());
            String there = ada.follow("/refunds", sent);
            assertThat(ada.follow("/refunds", sent)).as("sent twice").isEqualTo(there);
            assertThat(ada.page("/refunds", form(id, "open:" + invoice.number())))
                    .as("from another page")
                    .contains("It is known by now");
        }
        assertThat(refunds(world)).singleElement().satisfies(r -> {
            assertThat(r.stands()).isEqualTo("in a payout");
            assertThat(r.to().reference()).isEqualTo("re_9");
            assertThat(r.to().feeBack()).isEqualTo(euro("1.35"));
            assertThat(r.through()).isEqualTo(payment(world, invoice));
        });
        assertThat(open(world, id)).isEmpty();
        assertThat(world.open(invoice)).isEqualTo(euro("50.00"));
        assertThat(world.balance("1060")).isEqualTo(euro("0.00"));
        assertThat(world.balance("1061")).isEqualTo(euro("29.18"));
        assertThat(world.balance("5000")).isEqualTo(euro("0.82"));
    }

    @Test
    void a_credit_note_over_the_same_amount_can_be_made_with_it_and_no_other_amount(World world) {
        Document invoice = sold(world, "sa_1", "80.00", "2.17");
        PayoutId id = world.desk.payout("po_1", SALE, "refund/sa_1@re_9:-50.00:0.00");
        try (var ada = new Visitor(world, "ada")) {
            String lines = form(id, "lines:" + invoice.number()) + "&q-" + invoice.number() + "-1=1";
            assertThat(ada.page("/refunds", lines))
                    .contains("€\u00a050.00 went back with payout po_1, and what was chosen comes to €\u00a080.00");
            assertThat(refunds(world)).isEmpty();
            assertThat(open(world, id)).hasSize(1);
            ada.follow("/refunds", form(id, "part:" + invoice.number()));
        }
        assertThat(refunds(world))
                .singleElement()
                .satisfies(r -> assertThat(r.noteNumber()).isNotEmpty());
        assertThat(world.open(invoice)).isEqualTo(euro("0.00"));
        assertThat(world.bean(FindPayouts.class)
                        .find(world.moorings, id)
                        .map(Payout::open)
                        .orElseThrow())
                .isZero();
    }

    @Test
    void it_waits_for_the_sale_to_be_known_and_for_the_answer_to_one_of_ours(World world) {
        Document invoice = sold(world, "sa_1", "80.00", "2.17");
        PayoutId id = world.desk.payout("po_1", SALE, "refund/sa_x@re_8:-50.00:0.00", "refund/sa_1@re_9:-50.00:0.00");
        world.processor.losesAnswers(true);
        world.desk.refund(payment(world, invoice), new Draw.Reopened(invoice.id(), euro("50.00")), new Route.Card());
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/refunds/new?payout=" + id + "&line=2").body())
                    .contains("The books do not know the sale that this gave back");
            assertThat(ada.get("/refunds/new?payout=" + id + "&line=3").body())
                    .contains("has no answer yet: this may be it");
            assertThat(ada.get("/refunds/new?payout=" + id + "&line=1").body()).contains("It is known by now");
            assertThat(ada.get("/refunds/new?payout=" + id + "&line=7").statusCode())
                    .isEqualTo(404);
        }
        assertThat(refunds(world)).hasSize(1);
    }

    @Test
    void two_people_at_once_book_it_once(World world) throws Exception {
        Document invoice = sold(world, "sa_1", "80.00", "2.17");
        PayoutId id = world.desk.payout("po_1", SALE, "refund/sa_1@re_9:-30.00:0.00");
        try (var ada = new Visitor(world, "ada");
                var pool = Executors.newFixedThreadPool(4)) {
            String token = ada.token("/day");
            List<Callable<HttpResponse<String>>> presses = IntStream.range(0, 4)
                    .mapToObj(i -> (Callable<HttpResponse<String>>)
                            () -> ada.post("/refunds", token, form(id, "open:" + invoice.number())))
                    .toList();
            var codes = new ArrayList<Integer>();
            for (var done : pool.invokeAll(presses)) codes.add(done.get().statusCode());
            assertThat(codes).containsOnlyOnce(302).containsOnly(302, 422);
        }
        assertThat(refunds(world)).hasSize(1);
        assertThat(world.open(invoice)).isEqualTo(euro("30.00"));
    }

    @Test
    void the_other_business_cannot_say_so(World world) {
        sold(world, "sa_1", "80.00", "2.17");
        PayoutId id = world.desk.payout("po_1", SALE, "refund/sa_1@re_9:-50.00:0.00");
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("~/north-shore/refunds/new?payout=" + id + "&line=2")
                            .statusCode())
                    .isEqualTo(404);
        }
    }
}
