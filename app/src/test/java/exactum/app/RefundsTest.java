package exactum.app;

import static exactum.app.CardSales.payment;
import static exactum.app.CardSales.sold;
import static exactum.app.World.euro;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.bank.MatchCertain;
import exactum.app.catalogue.SaveCatalogue;
import exactum.app.database.Ids;
import exactum.app.documents.Document;
import exactum.app.ledger.ProveBooks;
import exactum.app.payouts.FindPayouts;
import exactum.app.refunds.Draw;
import exactum.app.refunds.FindRefunds;
import exactum.app.refunds.RefundMoney;
import exactum.app.refunds.RefundOrder;
import exactum.app.refunds.RefundWish;
import exactum.app.refunds.Route;
import exactum.app.refunds.SendRefunds;
import exactum.app.settlement.Channel;
import exactum.app.settlement.FindPayments;
import exactum.app.settlement.NewPayment;
import exactum.app.settlement.RecordPayment;
import exactum.core.bank.Iban;
import exactum.core.bank.StatementLine;
import exactum.core.document.Line;
import exactum.core.ids.CustomerId;
import exactum.core.ids.ItemId;
import exactum.core.ids.MeansId;
import exactum.core.ids.PayoutId;
import exactum.core.ids.RefundOrderId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.money.UnitPrice;
import exactum.core.problem.Refusal;
import exactum.core.settlement.Policy;
import java.math.BigDecimal;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Money goes back to where it came from, no more than came, once; the payout or bank line that takes it is found by itself. */
@ExtendWith(RunningApp.class)
class RefundsTest {
    private static final Route CARD = new Route.Card();

    private static Draw note(Document invoice, String amount) {
        return new Draw.NewNote(invoice.id(), Map.of(), euro(amount));
    }

    @AfterEach
    void the_books_agree(World world) {
        assertThat(world.bean(ProveBooks.class).disagreements(world.moorings)).isEmpty();
    }

    /** 80.00 sold for a fee of 2.17; 50.00 back with the fee kept: the payout gains 27.83, and 30.00 can still go back. */
    @Test
    void a_part_goes_back_with_its_credit_note_and_the_next_payout_has_it(World world, FindPayments payments) {
        Document invoice = sold(world, "sa_1", "80.00", "2.17");
        MeansId paid = payment(world, invoice);
        RefundOrder refund = world.desk.refund(paid, note(invoice, "50.00"), CARD);
        assertThat(refund.stands()).isEqualTo("on its way");
        assertThat(refund.to().reference()).startsWith("re_");
        assertThat(world.open(invoice)).isEqualTo(euro("0.00"));
        assertThat(payments.refundableThrough(world.moorings, paid)).isEqualTo(euro("30.00"));
        assertThatThrownBy(() -> world.desk.refund(paid, note(invoice, "30.01"), CARD))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("Only 30.00 is left");
        assertThat(world.balance("1060")).isEqualTo(euro("27.83"));
        PayoutId payout = world.desk.payout(
                "po_1",
                "sa_1:80.00:2.17",
                "refund/sa_1@%s:-50.00:0.00".formatted(refund.to().reference()));
        assertThat(world.bean(FindPayouts.class).openLines(world.moorings, payout, 9))
                .isEmpty();
        assertThat(world.balance("1061")).isEqualTo(euro("27.83"));
        assertThat(world.balance("1060")).isEqualTo(euro("0.00"));
        assertThat(world.bean(FindRefunds.class)
                        .find(world.moorings, refund.id())
                        .orElseThrow()
                        .stands())
                .isEqualTo("in a payout");
        world.desk.refund(paid, note(invoice, "30.00"), CARD);
        assertThat(payments.refundableThrough(world.moorings, paid).isZero()).isTrue();
    }

    @Test
    void by_line_it_mirrors_the_line_and_its_tax(World world, RefundMoney refunds) {
        Document invoice = sold(world, "sa_1", "123.00", "3.20");
        var wish = new RefundWish(
                payment(world, invoice),
                new Draw.NewNote(invoice.id(), Map.of(1, BigDecimal.ONE), euro("0.00")),
                CARD,
                "The lift broke down");
        RefundMoney.Rehearsal rehearsal = world.as("ada", () -> refunds.rehearse(world.moorings, wish));
        assertThat(rehearsal.order().amount()).isEqualTo(invoice.gross());
        assertThat(rehearsal.note().lines()).hasSize(1);
        assertThat(rehearsal.entries()).isNotEmpty();
        assertThat(world.bean(FindRefunds.class).count(world.moorings, ""))
                .as("nothing of it stays")
                .isZero();
        assertThat(world.balance("1060")).isEqualTo(euro("119.80"));
    }

    @Test
    void a_prepayment_goes_back_before_any_invoice_and_in_full(World world, FindPayments payments) {
        var customer = world.payer();
        world.payCash(customer, "160.00", new Policy.OnAccount());
        FindPayments.Held held = payments.onAccount(world.moorings).getFirst();
        RefundOrder refund = world.desk.giveBack(held);
        assertThat(refund.amount()).isEqualTo(euro("160.00"));
        assertThat(world.balance("2100")).isEqualTo(euro("0.00"));
        world.bankLine("-160.00", customer.name(), "back");
        world.bean(MatchCertain.class).matchAll(world.moorings);
        assertThat(world.balance("1021")).isEqualTo(euro("0.00"));
        assertThat(world.bean(FindRefunds.class)
                        .find(world.moorings, refund.id())
                        .orElseThrow()
                        .stands())
                .isEqualTo("left the bank");
    }

    @Test
    void without_a_credit_note_the_invoice_is_open_again(World world) {
        Document invoice = sold(world, "sa_1", "80.00", "2.17");
        world.desk.refund(payment(world, invoice), new Draw.Reopened(invoice.id(), euro("20.00")), CARD);
        assertThat(world.open(invoice)).isEqualTo(euro("20.00"));
        assertThat(world.balance("1060")).isEqualTo(euro("57.83"));
    }

    @Test
    void what_the_processor_gives_back_of_its_fee_is_booked_and_matched(World world) {
        world.processor.givesFeeBack("1.36");
        Document invoice = sold(world, "sa_1", "80.00", "2.17");
        RefundOrder refund = world.desk.refund(payment(world, invoice), note(invoice, "50.00"), CARD);
        assertThat(world.balance("5000")).isEqualTo(euro("0.81"));
        assertThat(world.balance("1060")).isEqualTo(euro("29.19"));
        PayoutId payout = world.desk.payout(
                "po_1",
                "sa_1:80.00:2.17",
                "refund/sa_1@%s:-50.00:-1.36".formatted(refund.to().reference()));
        assertThat(world.bean(FindPayouts.class).openLines(world.moorings, payout, 9))
                .isEmpty();
        assertThat(world.balance("1060")).isEqualTo(euro("0.00"));
    }

    @Test
    void the_payout_may_tell_of_it_before_the_answer_comes(World world, SendRefunds send) {
        Document invoice = sold(world, "sa_1", "80.00", "2.17");
        world.processor.losesAnswers(true);
        RefundOrder refund = world.desk.refund(payment(world, invoice), note(invoice, "50.00"), CARD);
        assertThat(refund.stands()).isEqualTo("asked for");
        world.processor.losesAnswers(false);
        send.send(world.moorings, refund.id());
        send.send(world.moorings, refund.id());
        RefundOrder answered =
                world.bean(FindRefunds.class).find(world.moorings, refund.id()).orElseThrow();
        assertThat(answered.stands()).isEqualTo("on its way");
        assertThat(world.processor.refunded()).isOne();
    }

    /** 429 Too Many Requests (RFC 6585): nothing was done, and nobody has to decide anything. */
    @Test
    void a_processor_that_is_asked_too_often_is_asked_again_later(World world, SendRefunds send) {
        Document invoice = sold(world, "sa_1", "80.00", "2.17");
        world.processor.isTooBusyForRefunds();
        RefundOrder refund = world.desk.refund(payment(world, invoice), note(invoice, "50.00"), CARD);
        assertThat(refund.stands()).isEqualTo("asked for");
        assertThat(world.processor.refunded()).isZero();
        world.processor.refusesRefunds(null);
        send.send(world.moorings, refund.id());
        RefundOrder answered =
                world.bean(FindRefunds.class).find(world.moorings, refund.id()).orElseThrow();
        assertThat(answered.stands()).isEqualTo("on its way");
        assertThat(world.processor.refunded()).isOne();
    }

    @Test
    void a_refused_refund_leaves_the_money_on_account_and_waits_for_a_decision(World world, FindPayments payments) {
        world.processor.refusesRefunds("The card was closed by its bank.");
        Document invoice = sold(world, "sa_1", "80.00", "2.17");
        RefundOrder refund = world.desk.refund(payment(world, invoice), note(invoice, "50.00"), CARD);
        assertThat(refund.stands()).isEqualTo("refused");
        assertThat(world.balance("1060")).isEqualTo(euro("77.83"));
        assertThat(payments.creditOf(world.moorings, invoice.customer()))
                .singleElement()
                .satisfies(c -> assertThat(c.left()).isEqualTo(euro("50.00")));
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/day").body()).contains("The card was closed by its bank");
            assertThat(ada.get("/refunds/" + refund.id()).body()).contains("Refund by transfer");
            ada.follow("/refunds/" + refund.id() + "/leave", "");
            assertThat(ada.get("/day").body()).doesNotContain("The card was closed by its bank");
        }
    }

    @Test
    void what_a_cards_bank_sends_back_later_is_on_account_again_and_comes_with_a_payout(
            World world, FindPayments payments) {
        Document invoice = sold(world, "sa_1", "80.00", "2.17");
        RefundOrder refund = world.desk.refund(payment(world, invoice), note(invoice, "50.00"), CARD);
        String reference = refund.to().reference();
        world.desk.payout("po_1", "sa_1:80.00:2.17", "refund/sa_1@%s:-50.00:0.00".formatted(reference));
        String told = world.desk.notice("failed", """
                {"type":"refund.failed","data":{"refund":{"id":"%s","sale":"sa_1","amount":"50.00","fee":"0.00","currency":"EUR","refunded_on":"2026-06-01"},"reason":"the account is closed"}}""".formatted(reference));
        assertThat(told).contains("taken back into the books");
        assertThat(payments.creditOf(world.moorings, invoice.customer()))
                .singleElement()
                .satisfies(c -> assertThat(c.left()).isEqualTo(euro("50.00")));
        assertThat(world.balance("1060")).isEqualTo(euro("50.00"));
        PayoutId second = world.desk.payout("po_2", "correction/sa_1@%s:50.00:0.00".formatted(reference));
        assertThat(world.bean(FindPayouts.class).openLines(world.moorings, second, 9))
                .isEmpty();
        assertThat(world.balance("1060")).isEqualTo(euro("0.00"));
    }

    @Test
    void a_payout_alone_tells_of_a_refund_that_came_back_and_of_other_amounts_it_does_not(
            World world, FindPayments payments) {
        Document invoice = sold(world, "sa_1", "80.00", "2.17");
        RefundOrder refund = world.desk.refund(payment(world, invoice), note(invoice, "50.00"), CARD);
        String reference = refund.to().reference();
        world.desk.payout("po_1", "sa_1:80.00:2.17", "refund/sa_1@%s:-50.00:0.00".formatted(reference));
        PayoutId other = world.desk.payout("po_2", "correction/sa_1@%s:20.00:0.00".formatted(reference));
        assertThat(world.bean(FindPayouts.class).openLines(world.moorings, other, 9))
                .hasSize(1);
        assertThat(payments.creditOf(world.moorings, invoice.customer())).isEmpty();
        PayoutId whole = world.desk.payout("po_3", "correction/sa_1@%s:50.00:0.00".formatted(reference));
        assertThat(world.bean(FindPayouts.class).openLines(world.moorings, whole, 9))
                .isEmpty();
        assertThat(payments.creditOf(world.moorings, invoice.customer()))
                .singleElement()
                .satisfies(c -> assertThat(c.left()).isEqualTo(euro("50.00")));
    }

    @Test
    void pressed_twice_at_once_it_goes_once(World world, RefundMoney refunds) throws Exception {
        Document invoice = sold(world, "sa_1", "80.00", "2.17");
        var wish = new RefundWish(payment(world, invoice), note(invoice, "50.00"), CARD, "");
        var id = new RefundOrderId(Ids.next());
        Callable<Boolean> press = () -> {
            try {
                world.as("ada", () -> refunds.refund(world.moorings, id, wish));
                return true;
            } catch (RuntimeException other) {
                return false;
            }
        };
        try (var pool = Executors.newFixedThreadPool(4)) {
            for (var done : pool.invokeAll(Collections.nCopies(4, press))) done.get();
        }
        assertThat(world.bean(FindRefunds.class).count(world.moorings, "")).isOne();
        assertThat(world.balance("1060")).isEqualTo(euro("27.83"));
    }

    @Test
    void two_forms_at_once_give_back_no_more_than_came(World world, RefundMoney refunds) throws Exception {
        Document invoice = sold(world, "sa_1", "80.00", "2.17");
        MeansId paid = payment(world, invoice);
        Callable<Boolean> press = () -> {
            try {
                world.as(
                        "ada",
                        () -> refunds.refund(
                                world.moorings,
                                new RefundOrderId(Ids.next()),
                                new RefundWish(paid, new Draw.Reopened(invoice.id(), euro("50.00")), CARD, "")));
                return true;
            } catch (Refusal refused) {
                return false;
            }
        };
        int gone = 0;
        try (var pool = Executors.newFixedThreadPool(4)) {
            for (var done : pool.invokeAll(Collections.nCopies(4, press))) gone += done.get() ? 1 : 0;
        }
        assertThat(gone).isOne();
    }

    @Test
    void a_transfer_waits_for_its_file_and_is_found_by_its_reference(World world) {
        Document invoice = sold(world, "sa_1", "80.00", "2.17");
        RefundOrder refund = world.desk.refund(
                payment(world, invoice),
                note(invoice, "50.00"),
                new Route.Transfer("Écluse", new Iban("IE29AIBK93115212345678")));
        assertThat(refund.stands()).isEqualTo("waits for a file");
        assertThat(refund.to().shown()).contains("5678").doesNotContain("9311");
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/refunds").body()).contains("Transfers that are in no file yet");
            String form = "account=%s&refund=%s".formatted(world.bank, refund.id());
            ada.follow("/refunds/files", form);
            assertThat(ada.post("/refunds/files", form).body()).contains("None of these waits for a file any more");
            RefundOrder sent = world.bean(FindRefunds.class)
                    .find(world.moorings, refund.id())
                    .orElseThrow();
            assertThat(sent.stands()).isEqualTo("on its way");
            assertThat(ada.get("/refunds/files/" + sent.to().file() + ".xml").body())
                    .contains("pain.001.001.09", "<EndToEndId>" + sent.to().reference(), "<Nm>Ecluse</Nm>", "50.00");
            banked(world, "-50.00", sent.to().reference());
        }
        world.bean(MatchCertain.class).matchAll(world.moorings);
        assertThat(world.balance("1021").isZero()).isTrue();
    }

    @Test
    void a_transfer_that_the_bank_sends_back_is_on_account_again_once_and_its_line_is_found(
            World world, FindPayments payments) {
        Document invoice = sold(world, "sa_1", "80.00", "2.17");
        RefundOrder refund = world.desk.refund(
                payment(world, invoice),
                note(invoice, "50.00"),
                new Route.Transfer("Écluse", new Iban("IE29AIBK93115212345678")));
        try (var ada = new Visitor(world, "ada")) {
            ada.follow("/refunds/files", "account=%s&refund=%s".formatted(world.bank, refund.id()));
            String reference = world.bean(FindRefunds.class)
                    .find(world.moorings, refund.id())
                    .orElseThrow()
                    .to()
                    .reference();
            for (String amount : new String[] {"-50.00", "49.99", "50.00", "50.00"}) banked(world, amount, reference);
            assertThat(ada.get("/refunds/" + refund.id()).body())
                    .contains("the bank sent it back", "Refund by transfer");
            assertThat(ada.get("/day").body()).contains("A refund came to nothing");
        }
        assertThat(payments.creditOf(world.moorings, invoice.customer()))
                .as("once, for the amount that went")
                .singleElement()
                .satisfies(c -> assertThat(c.left()).isEqualTo(euro("50.00")));
        assertThat(world.bean(MatchCertain.class).matchAll(world.moorings)).isEqualTo(2);
        assertThat(world.balance("1021").isZero()).isTrue();
    }

    private static void banked(World world, String amount, String endToEnd) {
        world.bankLine(
                world.bank,
                new StatementLine(RunningApp.TODAY, RunningApp.TODAY, euro(amount), "", endToEnd, "", "", "", ""));
    }

    @Test
    void what_was_printed_as_not_refundable_warns_with_its_sentence_and_goes_back_all_the_same(
            World world, SaveCatalogue catalogue) {
        ItemId retainer = catalogue.addItem(
                world.moorings,
                "HOLD",
                "Retainer",
                "piece",
                UnitPrice.of("EUR", "80.00"),
                "zero",
                new AccountCode("4000"));
        try (var ada = new Visitor(world, "ada")) {
            ada.follow(
                    "/catalogue/" + retainer,
                    "revision=1&kind=retainer&sentence=Retainers+are+not+refunded.&name=Retainer&code=HOLD&unit=piece&taxCode=zero&incomeAccount=4000");
            Document invoice = world.invoice(world.payer(), line(retainer));
            world.desk.sale("sa_1", world.desk.cardPage(invoice).reference, "80.00", "2.17");
            String form = "payment=%s&draw=lines:%s&q-%2$s-1=1&route=card&why=Goodwill"
                    .formatted(payment(world, invoice), invoice.number());
            assertThat(ada.get("/refunds/new?" + form + "&look=yes").body())
                    .contains("Not refundable, as was printed.", "Retainers are not refunded.");
            assertThat(ada.get("/refunds/new?" + form.replace("lines:", "open:") + "&look=yes")
                            .body())
                    .as("also where the invoice is open again")
                    .contains("Not refundable, as was printed.", "Retainers are not refunded.");
            ada.follow("/refunds", form + "&id=" + Ids.next());
        }
        assertThat(world.balance("1060")).isEqualTo(euro("-2.17"));
    }

    private static Line line(ItemId item) {
        return new Line(
                item,
                "Retainer",
                BigDecimal.ONE,
                "piece",
                UnitPrice.of("EUR", "80.00"),
                List.of(),
                "zero",
                new AccountCode("4000"),
                List.of(),
                null);
    }

    @Test
    void a_form_that_was_looked_at_gives_back_what_it_showed_or_nothing(World world) {
        Document invoice = sold(world, "sa_1", "80.00", "2.17");
        MeansId paid = payment(world, invoice);
        try (var ada = new Visitor(world, "ada")) {
            String shown = ada.get("/refunds/new?payment=%s&draw=open:%s&route=card&look=yes"
                            .formatted(paid, invoice.number()))
                    .body();
            assertThat(shown).contains("name=\"amount\" value=\"80.00\"");
            world.desk.refund(paid, new Draw.Reopened(invoice.id(), euro("30.00")), CARD);
            String form = "payment=%s&draw=open:%s&route=card&amount=80.00&id=%s"
                    .formatted(paid, invoice.number(), Ids.next());
            assertThat(ada.post("/refunds", form).body()).contains("Nothing was");
        }
        assertThat(world.balance("1060")).isEqualTo(euro("47.83"));
    }

    @Test
    void a_payment_in_pounds_does_not_go_into_a_file_of_euro(World world, FindPayments payments, RefundMoney refunds) {
        Money pounds = Money.of("GBP", "100.00");
        CustomerId customer = world.customer(world.north, "Northerner", "n@lakeside.example", "GBP")
                .id();
        MeansId paid = world.bean(RecordPayment.class)
                .record(
                        world.north,
                        new RecordPayment.ByHand(
                                customer,
                                RunningApp.TODAY,
                                Channel.TRANSFER,
                                pounds,
                                pounds.withMinor(0),
                                null,
                                NewPayment.Said.NOTHING,
                                new Policy.OnAccount(),
                                false));
        var to = new Route.Transfer("Northerner", new Iban("IE29AIBK93115212345678"));
        var wish = new RefundWish(paid, new Draw.OnAccount(paid, pounds), to, "");
        assertThatThrownBy(() ->
                        world.as("ada", () -> refunds.refund(world.north, new RefundOrderId(Ids.next()), wish)))
                .hasMessageContaining("Files of transfers are in EUR");
        assertThat(payments.refundableThrough(world.north, paid)).isEqualTo(pounds);
    }

    @Test
    void a_cash_payment_does_not_go_back_to_a_card(World world, FindPayments payments) {
        var customer = world.payer();
        Document invoice = world.invoice(customer, "50.00");
        world.payCash(customer, "50.00", new Policy.OfDocument(invoice.id()));
        MeansId paid = payment(world, invoice);
        assertThatThrownBy(() -> world.desk.refund(paid, new Draw.Reopened(invoice.id(), euro("10.00")), CARD))
                .hasMessageContaining("came by cash");
        assertThat(world.open(invoice).isZero()).isTrue();
    }
}
