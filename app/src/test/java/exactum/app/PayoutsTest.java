package exactum.app;

import static exactum.app.CardSales.sold;
import static exactum.app.World.euro;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.bank.MatchCertain;
import exactum.app.documents.Document;
import exactum.app.installation.PlayDays;
import exactum.app.payouts.FindPayouts;
import exactum.app.payouts.MatchPayout;
import exactum.app.payouts.Payout;
import exactum.app.payouts.PayoutLine;
import exactum.app.refunds.Draw;
import exactum.app.refunds.Route;
import exactum.app.settlement.FindPayments;
import exactum.app.settlement.Place;
import exactum.app.waiting.FindWaiting;
import exactum.core.bank.WaitingKind;
import exactum.core.ids.BankLineId;
import exactum.core.ids.PayoutId;
import exactum.core.money.Money;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.transaction.support.TransactionTemplate;

/** A payout line is matched like a bank line: a sale is taken once, and what the books do not have is named and booked once. */
@ExtendWith(RunningApp.class)
class PayoutsTest {
    private static Payout payout(World world, PayoutId id) {
        return world.bean(FindPayouts.class).find(world.moorings, id).orElseThrow();
    }

    private static List<PayoutLine> open(World world, PayoutId id) {
        return world.bean(FindPayouts.class).openLines(world.moorings, id, 100);
    }

    private static Map<String, Money> balances(World world) {
        return Map.of("clearing", world.balance("1060"), "on its way", world.balance("1061"));
    }

    @Test
    void a_payout_that_agrees_is_matched_as_it_is_read_and_lands_with_its_bank_line(
            World world, FindPayments payments) {
        Document invoice = sold(world, "sa_1", "118.08", "3.08");
        var payment = payments.ofDocument(world.moorings, invoice.id()).getFirst();
        assertThat(payment.place()).isEqualTo(Place.AT_PROCESSOR);
        PayoutId id = world.desk.payout("po_1", "sa_1:118.08:3.08");
        assertThat(payout(world, id).state()).isEqualTo("on its way");
        assertThat(open(world, id)).isEmpty();
        assertThat(balances(world)).containsEntry("clearing", euro("0.00")).containsEntry("on its way", euro("115.00"));
        assertThat(payments.find(world.moorings, payment.id()).orElseThrow().place())
                .isEqualTo(Place.ON_ITS_WAY);
        world.bankLine("115.00", "Cards", "PAYOUT po_1");
        world.bean(MatchCertain.class).matchAll(world.moorings);
        assertThat(payout(world, id).state()).isEqualTo("tied out");
        assertThat(payout(world, id).landed()).isNotNull();
        assertThat(balances(world)).containsEntry("on its way", euro("0.00"));
        assertThat(payments.find(world.moorings, payment.id()).orElseThrow().place())
                .isEqualTo(Place.AT_BANK);
    }

    @Test
    void the_same_sale_in_two_payouts_is_taken_once_and_the_second_differs(World world) {
        sold(world, "sa_1", "118.08", "3.08");
        PayoutId first = world.desk.payout("po_1", "sa_1:118.08:3.08");
        PayoutId second = world.desk.payout("po_2", "sa_1:118.08:3.08");
        assertThat(open(world, first)).isEmpty();
        assertThat(payout(world, second).off()).isEqualTo(euro("115.00"));
        assertThat(open(world, second))
                .singleElement()
                .satisfies(l -> assertThat(l.difference()).contains("which payout po_1 has already"));
        assertThat(world.balance("1060")).as("named, not hidden").isEqualTo(euro("-115.00"));
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/payouts/" + second).body()).contains("which payout po_1 has already");
            assertThat(ada.get("/day").body()).contains("po_2");
            assertThat(ada.get("/tie-out").body()).contains("in payout po_2");
        }
    }

    @Test
    void the_same_sale_twice_in_one_payout_is_taken_once(World world) {
        sold(world, "sa_1", "118.08", "3.08");
        PayoutId id = world.desk.payout("po_1", "sa_1:118.08:3.08", "sa_1:118.08:3.08");
        assertThat(open(world, id))
                .singleElement()
                .satisfies(l -> assertThat(l.isBookable()).isFalse());
    }

    @Test
    void a_sale_fee_that_differs_is_named_and_booked_by_one_press_however_often(
            World world, MatchPayout match, DSLContext db) {
        sold(world, "sa_1", "118.08", "3.08");
        PayoutId id = world.desk.payout("po_1", "sa_1:118.08:3.58", ":0.00:12.40");
        assertThat(open(world, id))
                .extracting(PayoutLine::difference)
                .satisfiesExactlyInAnyOrder(
                        d -> assertThat(d).contains("the fee of sale sa_1, which is 3.08 in the books"),
                        d -> assertThat(d).contains("a fee the books do not have"));
        assertThat(payout(world, id).off()).isEqualTo(euro("-12.90"));
        try (var ada = new Visitor(world, "ada")) {
            for (int twice = 0; twice < 2; twice++) ada.follow("/payouts/" + id + "/book-fees", "");
            match.bookFees(world.moorings, id);
            assertThat(open(world, id)).isEmpty();
            assertThat(world.balance("5000")).isEqualTo(euro("15.98"));
            assertThat(world.balance("1060")).isEqualTo(euro("0.00"));
            String page = ada.get("/payouts/" + id).body();
            var undo = java.util.regex.Pattern.compile("action=\"/moorings(/payouts/[^\"]+/undo)\"")
                    .matcher(page);
            assertThat(undo.find()).isTrue();
            ada.follow(undo.group(1), "");
        }
        assertThat(open(world, id)).hasSize(1);
        assertThat(db.fetchValue("select count(*) from match where undone_at is not null"))
                .isEqualTo(1L);
    }

    @Test
    void a_sale_that_the_books_do_not_have_or_have_otherwise_waits_by_name_and_can_be_booked(World world) {
        sold(world, "sa_1", "118.08", "3.08");
        PayoutId id = world.desk.payout("po_1", "sa_1:120.00:3.08", "sa_unknown:10.00:0.25");
        assertThat(open(world, id))
                .extracting(PayoutLine::difference)
                .satisfiesExactlyInAnyOrder(
                        d -> assertThat(d).contains("which is 118.08 in the books"),
                        d -> assertThat(d).contains("which the books do not have"));
        try (var ada = new Visitor(world, "ada")) {
            int line = open(world, id).stream()
                    .filter(l -> l.known() == null)
                    .findFirst()
                    .orElseThrow()
                    .lineNo();
            ada.follow("/payouts/" + id + "/lines/" + line + "/book", "account=4000");
            assertThat(ada.post("/payouts/" + id + "/lines/" + line + "/book", "account=4000")
                            .body())
                    .contains("Nothing was");
            assertThat(ada.post("/payouts/" + id + "/lines/99/book", "account=4000")
                            .statusCode())
                    .isLessThan(500);
        }
        assertThat(world.balance("4000")).isEqualTo(euro("-127.83"));
        assertThat(open(world, id)).hasSize(1);
    }

    @Test
    void a_payout_is_read_once_and_in_its_own_currency(World world) {
        world.desk.payout("po_1", ":0.00:1.00");
        assertThatThrownBy(() -> world.desk.payout("po_1", ":0.00:1.00"))
                .hasMessageContaining("was imported before. Nothing was stored again");
    }

    @Test
    void a_long_payout_comes_in_pages(World world) {
        String[] lines = new String[450];
        for (int i = 0; i < lines.length; i++) lines[i] = "sa_" + i + ":1.00:0.00";
        PayoutId id = world.desk.payout("po_1", lines);
        try (var ada = new Visitor(world, "ada")) {
            String first = ada.get("/payouts/" + id).body();
            assertThat(first.length()).isLessThan(1_500_000);
            assertThat(first).contains("from=201");
            assertThat(ada.get("/payouts/" + id + "?from=401").body())
                    .contains("450 lines in all")
                    .contains("from=201")
                    .doesNotContain("from=601");
        }
        assertThat(payout(world, id).off()).isEqualTo(euro("450.00"));
    }

    /** Sales, a refund with its fee kept, a chargeback with its fee, and a tenth that is held: to the cent. */
    @Test
    void what_went_back_what_is_contested_and_what_is_held_is_matched_to_the_cent(World world) {
        sold(world, "sa_1", "60.00", "1.69");
        sold(world, "sa_2", "1200.00", "29.05");
        Document contested = sold(world, "sa_3", "80.00", "2.17");
        var refund = world.desk.refund(
                world.bean(FindPayments.class)
                        .ofSale(world.moorings, world.cards, "sa_1")
                        .orElseThrow()
                        .id(),
                new Draw.Reopened(
                        world.bean(FindPayments.class)
                                .settledBy(
                                        world.moorings,
                                        world.bean(FindPayments.class)
                                                .ofSale(world.moorings, world.cards, "sa_1")
                                                .orElseThrow()
                                                .id())
                                .getFirst()
                                .document(),
                        euro("60.00")),
                new Route.Card());
        world.desk.notice("cb", """
                {"type":"chargeback.opened","data":%s}""".formatted(CardProcessor.contested("cb_1", "sa_3", "80.00", "open")));
        PayoutId id = world.desk.payout(
                "po_1",
                "sa_1:60.00:1.69",
                "sa_2:1200.00:29.05",
                "sa_3:80.00:2.17",
                "refund/sa_1@%s:-60.00:0.00".formatted(refund.to().reference()),
                "chargeback/sa_3@cb_1:-80.00:15.00",
                "reserve/@rs_1:-134.00:0.00");
        assertThat(open(world, id)).isEmpty();
        assertThat(payout(world, id).sums().net()).isEqualTo(euro("1018.09"));
        assertThat(world.balance("1065")).isEqualTo(euro("134.00"));
        assertThat(world.balance("1060").isZero()).isTrue();
        assertThat(world.balance("1070")).isEqualTo(euro("80.00"));
        assertThat(world.open(contested).isZero()).isTrue();
        world.bankLine("1018.09", "Cards", "PAYOUT po_1");
        world.bean(MatchCertain.class).matchAll(world.moorings);
        assertThat(payout(world, id).state()).isEqualTo("tied out");
        PayoutId released = world.desk.payout("po_2", "reserve/@rs_1:134.00:0.00");
        assertThat(open(world, released)).isEmpty();
        assertThat(world.balance("1065").isZero()).isTrue();
        PayoutId twice = world.desk.payout("po_3", "reserve/@rs_1:134.00:0.00");
        assertThat(open(world, twice))
                .singleElement()
                .satisfies(l -> assertThat(l.difference()).contains("which payout po_2 has already"));
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/payouts/" + id).body())
                    .contains("Reserve held", "Chargebacks", "Refunds", "3 payers")
                    .contains("sales 1,340.00", "reserve held 134.00");
            assertThat(ada.get("/payouts/" + twice).body()).contains("which payout po_2 has already");
        }
    }

    /** Whichever is first: the sale is being booked as its payout is read, and neither sees what the other has not committed. */
    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void a_sale_that_is_booked_while_its_payout_is_read_is_matched(boolean isSaleFirst, World world) throws Exception {
        Document invoice = world.invoice(world.payer(), "80.00");
        String page = world.desk.cardPage(invoice).reference;
        Runnable sale = () -> world.desk.sale("sa_1", page, "80.00", "2.17");
        Runnable read = () -> world.desk.payout("po_1", "sa_1:80.00:2.17");
        var isHalfWay = new CountDownLatch(1);
        try (var pool = Executors.newFixedThreadPool(2)) {
            Future<?> first =
                    pool.submit(() -> world.bean(TransactionTemplate.class).executeWithoutResult(s -> {
                        (isSaleFirst ? sale : read).run();
                        isHalfWay.countDown();
                        LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(500));
                    }));
            isHalfWay.await();
            Future<?> second = pool.submit(isSaleFirst ? read : sale);
            first.get();
            second.get();
        }
        PayoutId id =
                world.bean(FindPayouts.class).list(world.moorings, 9).getFirst().id();
        assertThat(open(world, id)).isEmpty();
        assertThat(world.balance("1060").isZero()).isTrue();
    }

    @Test
    void payouts_that_come_out_of_order_come_to_the_same(World world) {
        Document invoice = sold(world, "sa_1", "80.00", "2.17");
        var payment = world.bean(FindPayments.class)
                .ofSale(world.moorings, world.cards, "sa_1")
                .orElseThrow()
                .id();
        var refund = world.desk.refund(payment, new Draw.Reopened(invoice.id(), euro("50.00")), new Route.Card());
        PayoutId released = world.desk.payout("po_3", "reserve/@rs_1:8.00:0.00");
        PayoutId later = world.desk.payout(
                "po_2", "refund/sa_1@%s:-50.00:0.00".formatted(refund.to().reference()));
        PayoutId sale = world.desk.payout("po_1", "sa_1:80.00:2.17", "reserve/@rs_1:-8.00:0.00");
        assertThat(open(world, later)).isEmpty();
        assertThat(open(world, sale)).isEmpty();
        assertThat(open(world, released)).isEmpty();
        assertThat(world.balance("1060").isZero()).isTrue();
        assertThat(world.balance("1065").isZero()).isTrue();
        assertThat(world.balance("1061")).isEqualTo(euro("27.83"));
    }

    @Test
    void more_that_went_back_than_came_is_taken_from_the_bank_account(World world) {
        Document invoice = sold(world, "sa_1", "80.00", "2.17");
        var payment = world.bean(FindPayments.class)
                .ofSale(world.moorings, world.cards, "sa_1")
                .orElseThrow()
                .id();
        world.desk.payout("po_1", "sa_1:80.00:2.17");
        var refund = world.desk.refund(payment, new Draw.Reopened(invoice.id(), euro("50.00")), new Route.Card());
        PayoutId id = world.desk.payout(
                "po_2", "refund/sa_1@%s:-50.00:0.00".formatted(refund.to().reference()));
        assertThat(payout(world, id).sums().net()).isEqualTo(euro("-50.00"));
        assertThat(world.balance("1061")).isEqualTo(euro("27.83"));
        world.bankLine("-50.00", "Cards", "PAYOUT po_2");
        world.bean(MatchCertain.class).matchAll(world.moorings);
        assertThat(payout(world, id).state()).isEqualTo("tied out");
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/payouts/" + id).body()).contains("Taken from our account", "taken from us, 50.00");
        }
    }

    @Test
    void a_sale_that_nobody_knows_becomes_the_payment_of_whom_a_person_says(World world) {
        Document invoice = world.invoice(world.payer(), "18.50");
        PayoutId id = world.desk.payout("po_1", "sa_counter:18.50:0.69");
        int line = open(world, id).getFirst().lineNo();
        try (var ada = new Visitor(world, "ada")) {
            String at = "/payouts/" + id + "/lines/" + line + "/place";
            assertThat(ada.get(at).body()).contains(invoice.number(), "agrees to the cent");
            assertThat(ada.post(at, "").body()).contains("Choose whose payment it is");
            String choice = "choice=" + invoice.customer() + "/" + invoice.id();
            ada.follow(at, choice);
            assertThat(ada.post(at, choice).body()).contains("It is known by now");
        }
        assertThat(world.open(invoice).isZero()).isTrue();
        assertThat(open(world, id)).isEmpty();
        assertThat(world.balance("1060").isZero()).isTrue();
        assertThat(world.balance("5000")).isEqualTo(euro("0.69"));
    }

    @Test
    void a_payout_that_lands_in_two_parts_says_what_is_missing_and_one_that_never_comes_is_a_decision(
            World world, PlayDays play) {
        sold(world, "sa_1", "118.08", "3.08");
        PayoutId id = world.desk.payout("po_1", "sa_1:118.08:3.08");
        BankLineId first = world.bankLine("100.00", "Cards", "PAYOUT po_1");
        play.setDate(World.june(5));
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/day").body()).contains("Payout po_1 was promised for 3 Jun and is not at the bank");
            String waits = world.bean(FindWaiting.class).open(world.moorings).stream()
                    .filter(w -> w.item().kind() == WaitingKind.PAYOUT)
                    .map(w -> w.item().id().toString())
                    .findFirst()
                    .orElseThrow();
            String part = "part0=waiting:" + waits + "&title0=payout&amount0=%s";
            ada.follow("/bank-lines/" + first + "/match", part.formatted("100.00"));
            assertThat(ada.get("/payouts/" + id).body()).contains("15.00 of it is not at the bank");
            BankLineId second = world.bankLine("15.00", "Cards", "PAYOUT po_1 rest");
            ada.follow("/bank-lines/" + second + "/match", part.formatted("15.00"));
            assertThat(ada.get("/payouts/" + id).body())
                    .contains("Landed in parts")
                    .doesNotContain("is not at the bank");
            assertThat(ada.get("/day").body()).doesNotContain("po_1 was promised");
        }
        assertThat(payout(world, id).state()).isEqualTo("tied out");
    }
}
