package exactum.app;

import static exactum.app.World.euro;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.cards.AskProcessor;
import exactum.app.cards.Authorisation;
import exactum.app.cards.Authorise;
import exactum.app.cards.CaptureAuthorisation;
import exactum.app.cards.CardOnFile;
import exactum.app.cards.FindAuthorisations;
import exactum.app.customers.Customer;
import exactum.app.documents.Document;
import exactum.app.links.PaymentLinks;
import exactum.core.ids.AuthorisationId;
import exactum.core.problem.Refusal;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** A card is authorised first and captured later: the same or less, in parts or at once, and the rest is let go. */
@ExtendWith(RunningApp.class)
class AuthorisationTest {
    private Customer customer;
    private CardOnFile card;
    private World world;

    @BeforeEach
    void card(World world) {
        this.world = world;
        customer = world.payer();
        card = CardRunTest.card(world, customer, "tok_1");
    }

    private Authorisation authorised(String amount) {
        return world.bean(Authorise.class).onFile(world.moorings, card, null, "Mast repair", euro(amount));
    }

    private Authorisation now(Authorisation a) {
        return world.bean(FindAuthorisations.class).find(world.moorings, a.id()).orElseThrow();
    }

    @Test
    void less_than_it_is_taken_and_the_rest_is_let_go(CaptureAuthorisation capture) {
        Authorisation a = authorised("760.40");
        assertThat(a.state()).isEqualTo(Authorisation.State.AUTHORISED);
        assertThat(world.balance("1040")).isEqualTo(euro("0.00"));
        Document invoice = world.sentInvoice(customer, "758.15");
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/customers/" + customer.id()).body()).contains("Mast repair");
            ada.page(
                    "/authorisations/" + a.id() + "/capture", "invoice=" + invoice.number() + "&amount=758.15&last=on");
            assertThat(ada.get("/authorisations/" + a.id()).body())
                    .contains("id=\"captured\">758.15")
                    .contains("id=\"released\">2.25")
                    .contains("ended");
        }
        assertThat(world.open(invoice)).isEqualTo(euro("0.00"));
        assertThat(now(a).released()).isEqualTo(euro("2.25"));
        assertThatThrownBy(() -> capture.capture(world.moorings, a.id(), invoice.id(), euro("1.00"), true))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("0.00 can be taken");
    }

    @Test
    void asked_for_twice_at_once_it_is_one() throws Exception {
        Callable<Authorisation> press = () -> authorised("90.00");
        try (var pool = Executors.newFixedThreadPool(3)) {
            Set<AuthorisationId> made = new HashSet<>();
            for (var done : pool.invokeAll(List.of(press, press, press)))
                made.add(done.get().id());
            assertThat(made).hasSize(1);
        }
        assertThat(authorised("91.00").state()).isEqualTo(Authorisation.State.AUTHORISED);
        assertThat(world.bean(FindAuthorisations.class).ofCustomer(world.moorings, customer.id()))
                .hasSize(2);
    }

    @Test
    void several_parts_are_taken_for_several_invoices_and_never_more_than_was_promised(CaptureAuthorisation capture) {
        Authorisation a = authorised("100.00");
        Document first = world.sentInvoice(customer, "40.00");
        Document second = world.sentInvoice(customer, "70.00");
        capture.capture(world.moorings, a.id(), first.id(), euro("40.00"), false);
        assertThatThrownBy(() -> capture.capture(world.moorings, a.id(), second.id(), euro("70.00"), true))
                .hasMessageContaining("60.00 can be taken of it")
                .hasMessageContaining("authorised again");
        assertThatThrownBy(() -> capture.capture(world.moorings, a.id(), first.id(), euro("1.00"), true))
                .hasMessageContaining("0.00 is open of the invoice");
        capture.capture(world.moorings, a.id(), second.id(), euro("60.00"), true);
        assertThat(world.open(first)).isEqualTo(euro("0.00"));
        assertThat(world.open(second)).isEqualTo(euro("10.00"));
        assertThat(now(a).state()).isEqualTo(Authorisation.State.ENDED);
    }

    @Test
    void one_that_cannot_be_taken_leaves_the_invoice_open_and_is_a_decision(CaptureAuthorisation capture) {
        Authorisation a = authorised("100.00");
        Document invoice = world.sentInvoice(customer, "40.00");
        world.processor.declines("54");
        capture.capture(world.moorings, a.id(), invoice.id(), euro("40.00"), true);
        world.processor.declines(null);
        assertThat(world.open(invoice)).isEqualTo(euro("40.00"));
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/day").body()).contains("What a card is authorised for Mast repair was not taken");
        }
        capture.capture(world.moorings, a.id(), invoice.id(), euro("40.00"), true);
        assertThat(world.open(invoice)).isEqualTo(euro("0.00"));
    }

    @Test
    void a_capture_whose_answer_is_lost_is_asked_about_and_not_done_again(
            CaptureAuthorisation capture, AskProcessor ask) {
        Authorisation a = authorised("100.00");
        Document invoice = world.sentInvoice(customer, "40.00");
        world.processor.losesAnswers(true);
        capture.capture(world.moorings, a.id(), invoice.id(), euro("40.00"), true);
        world.processor.losesAnswers(false);
        assertThat(world.open(invoice)).isEqualTo(euro("40.00"));
        assertThatThrownBy(() -> capture.capture(world.moorings, a.id(), invoice.id(), euro("40.00"), true))
                .hasMessageContaining("has not answered yet");
        assertThatThrownBy(() -> capture.release(world.moorings, a.id())).hasMessageContaining("has not answered yet");
        ask.askUnanswered(world.moorings);
        assertThat(world.open(invoice)).isEqualTo(euro("0.00"));
        assertThat(now(a).released()).isEqualTo(euro("60.00"));
    }

    @Test
    void an_authorisation_whose_answer_is_lost_is_asked_about(Authorise authorise) {
        world.processor.losesAnswers(true);
        Authorisation a = authorised("100.00");
        world.processor.losesAnswers(false);
        assertThat(a.state()).isEqualTo(Authorisation.State.ASKED);
        assertThat(authorise.look(a).state()).isEqualTo(Authorisation.State.AUTHORISED);
    }

    @Test
    void one_that_the_processor_never_had_ends(Authorise authorise) {
        world.processor.losesAnswers(true);
        Authorisation a = authorised("100.00");
        world.processor.losesAnswers(false);
        world.processor.forgetCharges();
        assertThat(authorise.look(a).state()).isEqualTo(Authorisation.State.ASKED);
        world.asOwner("update card_authorisation set made_at = now() - interval '3 minutes'");
        assertThat(authorise.look(a).state()).isEqualTo(Authorisation.State.REFUSED);
    }

    @Test
    void a_card_that_is_refused_promises_nothing_and_what_is_typed_wrong_is_said() {
        world.processor.declines("51");
        Authorisation a = authorised("100.00");
        world.processor.declines(null);
        assertThat(a.state()).isEqualTo(Authorisation.State.REFUSED);
        try (var ada = new Visitor(world, "ada")) {
            String path = "/customers/" + customer.id() + "/authorisations";
            assertThat(ada.page(path, "card=" + card.id() + "&amount=0&reference=x"))
                    .contains("above zero");
            assertThat(ada.page(path, "card=none&amount=5&reference=x")).contains("Choose one of the customer’s cards");
            assertThat(ada.page(path, "card=" + card.id() + "&amount=5&reference="))
                    .contains("Nothing was");
            assertThat(ada.get("/authorisations/" + a.id()).body()).contains("refused by the test");
        }
    }

    @Test
    void let_go_before_it_lapses_or_lapsed_nothing_can_be_taken(CaptureAuthorisation capture, Authorise authorise) {
        Authorisation a = authorised("100.00");
        world.asOwner("update card_authorisation set valid_until = date '2026-06-02'");
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/day").body())
                    .contains("lapses after 2 Jun 2026")
                    .contains("100.00");
        }
        capture.release(world.moorings, a.id());
        assertThat(now(a).released()).isEqualTo(euro("100.00"));
        Authorisation b = authorised("50.00");
        world.asOwner(
                "update card_authorisation set valid_until = date '2026-05-31' where id = '%s'".formatted(b.id()));
        Authorisation lapsed = authorise.look(now(b));
        assertThat(lapsed.state()).isEqualTo(Authorisation.State.ENDED);
        assertThat(lapsed.rest(RunningApp.TODAY)).isEqualTo(euro("0.00"));
    }

    @Test
    void on_a_quote_the_payer_has_a_card_authorised_and_its_invoice_takes_it(
            CaptureAuthorisation capture, PaymentLinks links, FindAuthorisations find) {
        Document quote = Papers.quote(world, customer, "&asks=AUTHORISED");
        String page = "~/pay/" + links.token(links.ofDocument(world.moorings, quote.id()));
        try (var payer = new Visitor(world, "nobody");
                var ada = new Visitor(world, "ada")) {
            payer.post(page + "/accept", payer.token(page), "name=Ada+Quay&typed=on");
            assertThat(payer.get(page).body()).contains("A card is authorised for €\u00a01,000.00 now");
            payer.post(page + "/authorise", payer.token(page), "");
            payer.post(page + "/authorise", payer.token(page), "");
            Authorisation asked = find.ofDocument(world.moorings, quote.id()).getFirst();
            assertThat(find.ofDocument(world.moorings, quote.id())).hasSize(1);
            world.processor.promises(world.processor.opened().getLast());
            payer.get(page + "/authorised?authorisation=" + asked.id());
            assertThat(payer.get(page).body()).contains("Your card is authorised for €\u00a01,000.00 until 8 Jun 2026");
            String invoice = ada.follow("/quotes/" + quote.number() + "/issue", "");
            Document made = world.document(invoice.substring(invoice.lastIndexOf('/') + 1));
            world.desk.cardPage(made);
            capture.atIssue(world.moorings, quote.id(), made.id());
            assertThat(ada.get("/day").body()).contains("was not taken: The invoice is being collected already");
            world.asOwner("update collection_item set live = false");
            world.asOwner("update collection set state = 'withdrawn'");
            capture.atIssue(world.moorings, quote.id(), made.id());
            capture.atIssue(world.moorings, quote.id(), made.id());
            assertThat(world.open(made)).isEqualTo(euro("0.00"));
            assertThat(now(asked).captured()).isEqualTo(euro("1000.00"));
        }
    }

    @Test
    void a_quote_that_is_invoiced_at_once_cannot_wait_for_a_card() {
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.page(
                            "/drafts/issue", Papers.typed("QUOTE", customer, "1000") + "&asks=AUTHORISED&byItself=on"))
                    .contains("does not wait for a card");
        }
    }
}
