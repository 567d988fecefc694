package exactum.app;

import static exactum.app.World.euro;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.cards.AskProcessor;
import exactum.app.cards.CardOnFile;
import exactum.app.cards.Collection;
import exactum.app.cards.CollectionState;
import exactum.app.cards.FindCards;
import exactum.app.cards.FindCollections;
import exactum.app.customers.Customer;
import exactum.app.documents.Document;
import exactum.app.links.PaymentLink;
import exactum.app.links.PaymentLinks;
import exactum.app.settlement.FindPayments;
import java.net.http.HttpResponse;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Cards that a processor keeps: taken with consent, charged once whatever happens to the answer, removed for good. */
@ExtendWith(RunningApp.class)
class CardsOnFileTest {
    private static String path(World world, Document document) {
        return "~/pay/" + world.bean(PaymentLinks.class).token(world.link(document));
    }

    private static HttpResponse<String> press(Visitor payer, String page, String to, String form) {
        return payer.post(to, payer.token(page), form);
    }

    /** The customer of a document saves a card while paying nothing. */
    private static CardOnFile save(World world, Visitor payer, Document document, String token, String expires) {
        String path = path(world, document);
        press(payer, path + "/methods", path + "/methods", "agreed=true");
        CardProcessor.Page page = world.processor.opened().getLast();
        page.keep(token, expires);
        String id = world.bean(DSLContext.class)
                .fetchValue("select id::text from card_page where page_ref = '%s'".formatted(page.reference))
                .toString();
        assertThat(payer.get(path + "/methods/" + id + "/back").body()).contains("The card is saved.");
        return world.bean(FindCards.class)
                .ofCustomer(world.moorings, document.customer())
                .getFirst();
    }

    @Test
    void a_card_is_saved_with_consent_checked_and_not_charged(World world, DSLContext db) {
        Document invoice = world.invoice(world.payer(), "50.00");
        String path = path(world, invoice);
        try (var payer = new Visitor(world, "nobody")) {
            press(payer, path + "/methods", path + "/methods", "");
            assertThat(world.processor.opened()).isEmpty();
            CardOnFile card = save(world, payer, invoice, "tok_secret_1", "2029-12");
            assertThat(card.shown()).isEqualTo("Visa ending 1111");
            assertThat(card.until()).isEqualTo("12/29");
            assertThat(card.consent())
                    .contains("Larkwater Moorings keeps this card")
                    .contains("until I remove it");
            assertThat(card.agreedOn()).isEqualTo(RunningApp.TODAY);
            assertThat(payer.get(path).body()).contains("Visa ending 1111, valid until 12/29");
        }
        assertThat(world.open(invoice)).isEqualTo(euro("50.00"));
        assertThat(db.fetch("select * from card_on_file").format(10_000)).doesNotContain("tok_secret_1");
    }

    @Test
    void paid_with_a_saved_card_it_is_charged_at_once_with_our_number_the_customer_and_the_lines(
            World world, FindPayments payments) {
        Customer customer = world.payer();
        Document invoice = world.invoice(customer, "50.00");
        String path = path(world, invoice);
        try (var payer = new Visitor(world, "nobody")) {
            CardOnFile card = save(world, payer, invoice, "tok_1", "2029-12");
            String confirmation = press(payer, path, path, "shown=5000&card=" + card.id())
                    .headers()
                    .firstValue("location")
                    .orElseThrow();
            assertThat(confirmation).contains("/back?payment=");
            assertThat(press(payer, path, path, "shown=5000&card=" + card.id()).statusCode())
                    .isEqualTo(302);
        }
        assertThat(world.processor.charged())
                .singleElement()
                .satisfies(asked -> assertThat(asked)
                        .contains("\"reference\":\"" + invoice.number() + "\"")
                        .contains("\"customer\":\"" + customer.code() + "\"")
                        .contains("\"payer_present\":true")
                        .contains("Crane lift"));
        assertThat(world.open(invoice)).isEqualTo(euro("0.00"));
        assertThat(payments.ofDocument(world.moorings, invoice.id()))
                .singleElement()
                .satisfies(p -> assertThat(p.source()).isEqualTo("Visa ending 1111"));
        assertThat(world.balance("1060")).isEqualTo(euro("49.50"));
    }

    @Test
    void a_charge_whose_answer_is_lost_is_asked_about_and_never_done_twice(
            World world, AskProcessor ask, FindCollections collections) {
        Document invoice = world.invoice(world.payer(), "50.00");
        String path = path(world, invoice);
        try (var payer = new Visitor(world, "nobody")) {
            CardOnFile card = save(world, payer, invoice, "tok_1", "2029-12");
            world.processor.losesAnswers(true);
            String checking = press(payer, path, path, "shown=5000&card=" + card.id())
                    .headers()
                    .firstValue("location")
                    .map(l -> l.substring(l.indexOf("/pay/")))
                    .orElseThrow();
            assertThat(world.open(invoice)).isEqualTo(euro("50.00"));
            assertThat(payer.get("~" + checking).body()).contains("We are checking");
            press(payer, path, path, "shown=5000&card=" + card.id());
            world.processor.losesAnswers(false);
            Collection live = collections.findLive(world.moorings, invoice.id()).orElse(null);
            if (live != null) ask.ask(live);
            assertThat(payer.get("~" + checking).headers().firstValue("location"))
                    .hasValueSatisfying(l -> assertThat(l).contains("/payments/"));
        }
        assertThat(world.processor.charged()).hasSize(1);
        assertThat(world.open(invoice)).isEqualTo(euro("0.00"));
        assertThat(world.balance("2100")).isEqualTo(euro("0.00"));
    }

    @Test
    void a_processor_that_never_had_it_counts_as_not_done_after_two_minutes_only(
            World world, AskProcessor ask, FindCollections collections) {
        Document invoice = world.invoice(world.payer(), "50.00");
        String path = path(world, invoice);
        try (var payer = new Visitor(world, "nobody")) {
            CardOnFile card = save(world, payer, invoice, "tok_1", "2029-12");
            world.processor.away(true);
            press(payer, path, path, "shown=5000&card=" + card.id());
            world.processor.away(false);
            Collection live = collections.findLive(world.moorings, invoice.id()).orElseThrow();
            assertThat(ask.ask(live)).isFalse();
            try (var ada = new Visitor(world, "ada")) {
                assertThat(ada.get("/day").body())
                        .contains("1 card payment without an answer of the processor")
                        .contains("Ask the processor");
                ada.post("/card-payments/ask", "");
            }
            assertThat(collections.find(world.moorings, live.id()).orElseThrow().state())
                    .isEqualTo(CollectionState.IN_FLIGHT);
            world.asOwner("update collection set started_at = now() - interval '3 minutes' where id = '%s'"
                    .formatted(live.id()));
            try (var ada = new Visitor(world, "ada")) {
                ada.post("/card-payments/ask", "");
                assertThat(ada.get("/day").body()).doesNotContain("without an answer of the processor");
            }
            assertThat(collections.find(world.moorings, live.id()).orElseThrow().state())
                    .isEqualTo(CollectionState.REJECTED);
            assertThat(press(payer, path, path, "shown=5000&card=" + card.id()).statusCode())
                    .isEqualTo(302);
        }
        assertThat(world.open(invoice)).isEqualTo(euro("0.00"));
        assertThat(world.processor.charged()).hasSize(1);
    }

    @Test
    void a_soft_refusal_keeps_the_card_and_a_hard_one_ends_it(World world, FindCards cards) {
        Document invoice = world.invoice(world.payer(), "50.00");
        String path = path(world, invoice);
        try (var payer = new Visitor(world, "nobody")) {
            CardOnFile card = save(world, payer, invoice, "tok_1", "2029-12");
            world.processor.declines("51");
            assertThat(press(payer, path, path, "shown=5000&card=" + card.id()).body())
                    .contains("This card was not accepted: refused by the test. Nothing was charged.");
            assertThat(cards.find(world.moorings, card.id()).orElseThrow().state())
                    .isEqualTo(CardOnFile.State.USABLE);
            world.processor.declines("43");
            press(payer, path, path, "shown=5000&card=" + card.id());
            assertThat(cards.find(world.moorings, card.id()).orElseThrow().state())
                    .isEqualTo(CardOnFile.State.REFUSED);
            assertThat(payer.get(path).body()).doesNotContain("Visa ending 1111, valid");
        }
        assertThat(world.open(invoice)).isEqualTo(euro("50.00"));
        assertThat(world.processor.charged()).isEmpty();
    }

    @Test
    void an_expired_card_and_somebody_elses_are_not_charged(World world) {
        Document own = world.invoice(world.payer(), "50.00");
        Document other = world.invoice(world.payer(), "70.00");
        try (var payer = new Visitor(world, "nobody");
                var stranger = new Visitor(world, "nobody")) {
            CardOnFile old = save(world, payer, own, "tok_old", "2026-05");
            assertThat(payer.get(path(world, own)).body()).doesNotContain("valid until 05/26");
            CardOnFile good = save(world, payer, own, "tok_good", "2026-06");
            press(payer, path(world, own), path(world, own), "shown=5000&card=" + old.id());
            press(stranger, path(world, other), path(world, other), "shown=7000&card=" + good.id());
            for (String press : List.of("remove", "choose"))
                assertThat(stranger.post(
                                        path(world, other) + "/methods/" + good.id() + "/" + press,
                                        stranger.token(path(world, other)),
                                        "")
                                .statusCode())
                        .isEqualTo(404);
        }
        assertThat(world.processor.charged()).isEmpty();
    }

    @Test
    void pressed_twice_at_once_a_saved_card_is_charged_once(World world) throws Exception {
        Document invoice = world.invoice(world.payer(), "50.00");
        PaymentLink link = world.link(invoice);
        try (var payer = new Visitor(world, "nobody");
                var pool = Executors.newFixedThreadPool(4)) {
            CardOnFile card = save(world, payer, invoice, "tok_1", "2029-12");
            var start = world.bean(exactum.app.cards.StartCardPayment.class);
            Callable<Object> press = () -> start.start(
                    link,
                    exactum.app.cards.Wish.USUAL,
                    new exactum.app.cards.PayWith(card.id(), null),
                    5_000,
                    "http://127.0.0.1:1/back");
            for (var done : pool.invokeAll(List.of(press, press, press, press))) done.get();
        }
        assertThat(world.processor.charged()).hasSize(1);
        assertThat(world.open(invoice)).isEqualTo(euro("0.00"));
        assertThat(world.balance("2100")).isEqualTo(euro("0.00"));
    }

    @Test
    void a_card_given_by_phone_is_typed_at_the_processor_and_removed_by_us_or_its_holder(World world, FindCards cards) {
        Document invoice = world.invoice(world.payer(), "50.00");
        String customer = "/customers/" + invoice.customer();
        try (var ada = new Visitor(world, "ada");
                var payer = new Visitor(world, "nobody")) {
            assertThat(ada.page(customer + "/cards/by-phone", "")).contains("type there what the cardholder says");
            CardProcessor.Page page = world.processor.opened().getLast();
            page.keep("tok_phone", "2029-12");
            String id = world.bean(DSLContext.class)
                    .fetchValue("select id::text from card_page")
                    .toString();
            assertThat(ada.get(customer + "/cards/" + id + "/back").statusCode())
                    .isEqualTo(302);
            CardOnFile card =
                    cards.ofCustomer(world.moorings, invoice.customer()).getFirst();
            assertThat(card.way()).isEqualTo(CardOnFile.Way.PHONE);
            assertThat(card.consent()).contains("said by phone on 1 Jun 2026, to ada");
            assertThat(ada.get(customer).body()).contains("Visa ending 1111");
            String path = path(world, invoice);
            for (int twice = 0; twice < 2; twice++)
                payer.post(path + "/methods/" + card.id() + "/remove", payer.token(path + "/methods"), "");
            assertThat(cards.find(world.moorings, card.id()).orElseThrow())
                    .satisfies(c -> assertThat(c.state()).isEqualTo(CardOnFile.State.REMOVED))
                    .satisfies(c -> assertThat(c.cause()).isEqualTo("by its holder"));
            assertThat(payer.post(path + "/methods/" + card.id() + "/choose", payer.token(path + "/methods"), "")
                            .body())
                    .doesNotContain("It is charged first from now on.");
            assertThat(ada.get(customer).body()).contains("removed: by its holder");
            assertThat(ada.get("/audit").body()).containsOnlyOnce("removed a card on file");
        }
    }

    @Test
    void a_card_that_ends_soon_is_a_decision_until_there_is_another_and_the_form_has_no_room_for_a_number(World world) {
        Document invoice = world.invoice(world.payer(), "50.00");
        try (var payer = new Visitor(world, "nobody");
                var ada = new Visitor(world, "ada")) {
            save(world, payer, invoice, "tok_june", "2026-06");
            assertThat(ada.get("/day").body()).contains("Visa ending 1111 expires after 06/26");
            var form = ada.get("/customers/" + invoice.customer() + "/card-authority.pdf");
            assertThat(form.body()).startsWith("%PDF");
            save(world, payer, invoice, "tok_later", "2030-06");
            assertThat(ada.get("/day").body()).doesNotContain("expires after 06/26");
        }
    }

    @Test
    void a_card_is_saved_with_a_payment_and_the_issuers_new_month_is_taken_in(World world, FindCards cards) {
        Document invoice = world.invoice(world.payer(), "50.00");
        String path = path(world, invoice);
        try (var payer = new Visitor(world, "nobody")) {
            press(payer, path, path, "shown=5000&keep=true");
        }
        String page = world.processor.opened().getLast().reference;
        String kept = """
                {"type":"%s","data":{"checkout":"%s","card":{"token":"tok_n","brand":"Visa","last_four":"%s","expires":"%s","network":"net_1"}}}""";
        for (String id : List.of("k1", "k2"))
            world.desk.notice(id, kept.formatted("card.kept", page, "1111", "2026-08"));
        assertThat(cards.ofCustomer(world.moorings, invoice.customer()))
                .singleElement()
                .satisfies(c -> assertThat(c.until()).isEqualTo("08/26"));
        world.desk.notice("u1", kept.formatted("card.updated", page, "2222", "2031-01"));
        assertThat(cards.ofCustomer(world.moorings, invoice.customer()))
                .singleElement()
                .satisfies(c -> assertThat(c.shown() + " " + c.until()).isEqualTo("Visa ending 2222 01/31"));
        assertThat(world.desk.notice("k3", kept.formatted("card.kept", "co_nobody", "1111", "2026-08")))
                .startsWith("kept, not acted on");
    }
}
