package exactum.app;

import static exactum.app.World.euro;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.bank.LineRef;
import exactum.app.bank.Match;
import exactum.app.bank.Part;
import exactum.app.cards.AskProcessor;
import exactum.app.cards.Collection;
import exactum.app.cards.CollectionState;
import exactum.app.cards.FindCollections;
import exactum.app.cards.StartCardPayment;
import exactum.app.cards.StartCardPayment.Outcome;
import exactum.app.cards.WithdrawCheckouts;
import exactum.app.database.Slice;
import exactum.app.daysheet.Decision;
import exactum.app.daysheet.Decisions;
import exactum.app.documents.Document;
import exactum.app.documents.Standing;
import exactum.app.documents.VoidDocument;
import exactum.app.links.PaymentLinks;
import exactum.app.settlement.FindPayments;
import exactum.core.settlement.Policy;
import java.util.Collections;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** What a card pays is what is open at that moment; what comes nevertheless is taken in, and what is too much is on account. */
@ExtendWith(RunningApp.class)
class CardPaymentTest {
    private static void transfer(World world, Match match, Document invoice, String amount) {
        var line = new LineRef.OfBank(world.bankLine(amount, "Écluse", "part of " + invoice.number()));
        match.match(
                world.moorings,
                line,
                java.util.List.of(
                        new Part.Payment(invoice.customer(), euro(amount), new Policy.OfDocument(invoice.id()))));
    }

    private static FindPayments.Payment only(FindPayments payments, World world, Document invoice) {
        return payments.ofDocument(world.moorings, invoice.id()).getFirst();
    }

    @Test
    void a_transfer_while_the_card_page_is_open_makes_the_payer_see_the_new_amount(
            World world, Match match, StartCardPayment start, FindCollections collections) {
        Document invoice = world.invoice(world.payer(), "118.08");
        CardProcessor.Page first = world.desk.cardPage(invoice);
        assertThat(first.amount).isEqualTo("118.08");
        transfer(world, match, invoice, "50.00");
        assertThat(start.start(world.link(invoice), 11_808, "x")).isEqualTo(new Outcome.AmountChanged(euro("68.08")));
        CardProcessor.Page second = world.desk.cardPage(invoice);
        assertThat(second.amount).isEqualTo("68.08");
        assertThat(first.state).isEqualTo("cancelled");
        assertThat(collections.ofDocument(world.moorings, invoice.id()))
                .extracting(Collection::state)
                .containsExactlyInAnyOrder(CollectionState.WITHDRAWN, CollectionState.IN_FLIGHT);
        assertThat(world.desk.sale("sa_1", second.reference, "68.08", "1.88")).isEqualTo("payment taken in");
        assertThat(world.open(invoice)).isEqualTo(euro("0.00"));
    }

    @Test
    void a_card_that_was_faster_than_the_taking_back_is_money_and_what_is_too_much_is_on_account(
            World world, Match match, FindPayments payments, WithdrawCheckouts withdraw, Decisions decisions) {
        Document invoice = world.invoice(world.payer(), "118.08");
        CardProcessor.Page page = world.desk.cardPage(invoice);
        page.pay("sa_fast", "3.08");
        transfer(world, match, invoice, "50.00");
        withdraw.withdrawAll();
        assertThat(world.open(invoice)).isEqualTo(euro("0.00"));
        assertThat(payments.creditOf(world.moorings, invoice.customer()))
                .singleElement()
                .satisfies(c -> assertThat(c.left()).isEqualTo(euro("50.00")));
        assertThat(world.balance("2100")).isEqualTo(euro("-50.00"));
        assertThat(world.balance("1060")).isEqualTo(euro("115.00"));
        world.invoice(world.customers().get(world.moorings, invoice.customer()), "20.00");
        assertThat(decisions.sheet(world.moorings, "ada").shown())
                .extracting(Decision::words)
                .anySatisfy(w -> assertThat(w).contains("50.00"));
    }

    @Test
    void two_sales_on_one_page_and_one_above_the_amount_are_all_payments_that_can_be_found(
            World world, FindPayments payments) {
        Document invoice = world.invoice(world.payer(), "118.08");
        String page = world.desk.cardPage(invoice).reference;
        world.desk.sale("sa_1", page, "120.00", "3.13");
        world.desk.sale("sa_2", page, "118.08", "3.08");
        assertThat(world.documents().standing(world.moorings, invoice.id(), RunningApp.TODAY))
                .isEqualTo(Standing.NOT_AT_BANK);
        var found = payments.list(world.moorings, new FindPayments.Filter("sa_", "", "", ""), Slice.first(10));
        assertThat(found).extracting(l -> l.payment().left().text()).containsExactlyInAnyOrder("1.92", "118.08");
        assertThat(world.balance("1100")).isEqualTo(euro("0.00"));
        assertThat(world.balance("2100")).isEqualTo(euro("-120.00"));
        try (var ada = new Visitor(world, "ada")) {
            for (var listed : found)
                assertThat(ada.get("/payments/" + listed.payment().id()).statusCode())
                        .isEqualTo(200);
            for (var listed : found)
                assertThat(ada.get("/payments").body())
                        .contains("/payments/" + listed.payment().id());
        }
    }

    @Test
    void a_withdrawn_link_takes_its_open_card_page_with_it_and_goes_on_trying_while_the_processor_is_away(
            World world, PaymentLinks links, WithdrawCheckouts withdraw, StartCardPayment start) {
        Document invoice = world.invoice(world.payer(), "118.08");
        var link = world.link(invoice);
        CardProcessor.Page page = world.desk.cardPage(invoice);
        world.processor.away(true);
        links.withdraw(world.moorings, link.id());
        withdraw.withdrawAll();
        assertThat(page.state).isEqualTo("open");
        assertThat(start.start(world.link(invoice), 11_808, "x")).isInstanceOf(Outcome.Unreachable.class);
        world.processor.away(false);
        withdraw.withdrawAll();
        assertThat(page.state).isEqualTo("cancelled");
        assertThat(world.desk.cardPage(invoice).reference).isNotEqualTo(page.reference);
    }

    @Test
    void pressed_twice_at_once_leads_to_one_page(World world, StartCardPayment start) throws Exception {
        Document invoice = world.invoice(world.payer(), "118.08");
        var link = world.link(invoice);
        Callable<Outcome> press = () -> start.start(link, 11_808, "x");
        try (var pool = Executors.newFixedThreadPool(4)) {
            var outcomes = pool.invokeAll(Collections.nCopies(4, press));
            for (var outcome : outcomes)
                assertThat(outcome.get()).isEqualTo(outcomes.getFirst().get());
        }
        assertThat(world.processor.opened()).hasSize(1);
    }

    @Test
    void a_page_that_was_opened_while_the_processor_fell_silent_is_opened_once(
            World world, StartCardPayment start, FindCollections collections) {
        Document invoice = world.invoice(world.payer(), "118.08");
        world.processor.away(true);
        for (int twice = 0; twice < 2; twice++)
            assertThat(start.start(world.link(invoice), 11_808, "x")).isInstanceOf(Outcome.Unreachable.class);
        world.processor.away(false);
        world.desk.cardPage(invoice);
        assertThat(collections.ofDocument(world.moorings, invoice.id())).hasSize(1);
        assertThat(world.processor.opened()).hasSize(1);
    }

    @Test
    void of_which_no_notice_came_is_asked_and_taken_in_once(
            World world, AskProcessor ask, FindCollections collections, FindPayments payments) {
        Document invoice = world.invoice(world.payer(), "118.08");
        CardProcessor.Page page = world.desk.cardPage(invoice);
        Collection collection =
                collections.findLive(world.moorings, invoice.id()).orElseThrow();
        assertThat(ask.ask(collection)).isFalse();
        page.pay("sa_asked", "3.08");
        assertThat(ask.ask(collection)).isTrue();
        assertThat(ask.ask(collection)).isTrue();
        world.desk.sale("sa_asked", page.reference, "118.08", "3.08");
        assertThat(only(payments, world, invoice).booked().fee()).isEqualTo(euro("3.08"));
        assertThat(payments.ofDocument(world.moorings, invoice.id())).hasSize(1);
        assertThat(world.open(invoice)).isEqualTo(euro("0.00"));
    }

    /** The processor keeps 2.4 % and 0.25: of 0.25 all of it and more; of 0.26 nothing either, of 0.27 a cent. */
    @Test
    void an_amount_that_the_fee_would_eat_is_not_charged_and_the_page_says_why(World world, StartCardPayment start) {
        Document invoice = world.invoice(world.payer(), "0.26");
        assertThat(start.start(world.link(invoice), 26, "x")).isEqualTo(new Outcome.TooLittle(euro("0.26")));
        String path = "~/pay/" + world.bean(PaymentLinks.class).token(world.link(invoice));
        try (var payer = new Visitor(world, "nobody")) {
            assertThat(payer.post(path, payer.token(path), "shown=26").body())
                    .contains("The fee of a card payment would be €\u00a00.26, so that nothing would be left.");
        }
        assertThat(world.processor.opened()).isEmpty();
        Document more = world.invoice(world.payer(), "0.27");
        assertThat(start.start(world.link(more), 27, "x")).isInstanceOf(Outcome.Opened.class);
    }

    @Test
    void a_payment_that_was_written_down_and_never_begun_frees_its_items_after_two_minutes(
            World world, StartCardPayment start, AskProcessor ask, FindCollections collections) {
        Document invoice = world.invoice(world.payer(), "118.08");
        world.processor.away(true);
        assertThat(start.start(world.link(invoice), 11_808, "x")).isInstanceOf(Outcome.Unreachable.class);
        ask.askAll(world.moorings);
        assertThat(only(collections, world, invoice).state()).isEqualTo(CollectionState.PLANNED);
        world.asOwner("update collection set started_at = started_at - interval '3 minutes'");
        for (int twice = 0; twice < 2; twice++) ask.askAll(world.moorings);
        assertThat(only(collections, world, invoice).state()).isEqualTo(CollectionState.WITHDRAWN);
        world.processor.away(false);
        assertThat(world.desk.cardPage(invoice).amount).isEqualTo("118.08");
    }

    private static Collection only(FindCollections collections, World world, Document invoice) {
        return collections.ofDocument(world.moorings, invoice.id()).getFirst();
    }

    @Test
    void what_is_paid_takes_no_more(World world, StartCardPayment start, Match match) {
        Document invoice = world.invoice(world.payer(), "118.08");
        transfer(world, match, invoice, "118.08");
        assertThat(start.start(world.link(invoice), 11_808, "x")).isInstanceOf(Outcome.AlreadyPaid.class);
        assertThat(world.processor.opened()).isEmpty();
    }

    @Test
    void an_invoice_that_is_made_void_takes_its_open_card_page_back(
            World world, VoidDocument voids, StartCardPayment start, WithdrawCheckouts withdraw) {
        Document invoice = world.invoice(world.payer(), "118.08");
        CardProcessor.Page page = world.desk.cardPage(invoice);
        voids.voidIt(world.moorings, invoice.id(), false);
        assertThat(start.start(world.link(invoice), 11_808, "x")).isInstanceOf(Outcome.AlreadyPaid.class);
        withdraw.withdrawAll();
        assertThat(page.state).isEqualTo("cancelled");
        assertThat(world.balance("1100")).isEqualTo(euro("0.00"));
    }

    @Test
    void a_card_that_was_faster_than_the_void_is_money_of_the_customer(
            World world, VoidDocument voids, WithdrawCheckouts withdraw, FindPayments payments) {
        Document invoice = world.invoice(world.payer(), "118.08");
        CardProcessor.Page page = world.desk.cardPage(invoice);
        page.pay("sa_fast", "3.08");
        voids.voidIt(world.moorings, invoice.id(), false);
        withdraw.withdrawAll();
        world.desk.sale("sa_fast", page.reference, "118.08", "3.08");
        assertThat(payments.creditOf(world.moorings, invoice.customer()))
                .singleElement()
                .satisfies(c -> assertThat(c.left()).isEqualTo(euro("118.08")));
        assertThat(world.balance("1100")).isEqualTo(euro("0.00"));
        assertThat(world.balance("2100")).isEqualTo(euro("-118.08"));
        assertThat(world.balance("1060")).isEqualTo(euro("115.00"));
    }
}
