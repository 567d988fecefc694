package exactum.app;

import static exactum.app.World.euro;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.approvals.ApprovalKind;
import exactum.app.approvals.Approvals;
import exactum.app.business.Memberships;
import exactum.app.business.Role;
import exactum.app.cardruns.CardWork;
import exactum.app.cardruns.ChargeCardRun;
import exactum.app.cardruns.PlanCardRun;
import exactum.app.cards.AskForCard;
import exactum.app.cards.AskProcessor;
import exactum.app.cards.CardOnFile;
import exactum.app.cards.FindCards;
import exactum.app.customers.Customer;
import exactum.app.documents.Document;
import exactum.app.documents.FindDocuments;
import exactum.app.links.PaymentLinks;
import exactum.app.messages.FindMessages;
import exactum.app.messages.MessageKind;
import exactum.core.ids.CardRunId;
import java.util.Currency;
import java.util.List;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Cards on file are charged as a run: what is due, once each, tried again by the family of a refusal and never after a hard one. */
@ExtendWith(RunningApp.class)
class CardRunTest {
    private static final Currency EURO = Currency.getInstance("EUR");

    static CardOnFile card(World world, Customer customer, String token) {
        AskForCard ask = world.bean(AskForCard.class);
        var page = ask.byPhone(world.moorings, customer.id(), EURO, "agreed", "ada", id -> "http://127.0.0.1:1/back")
                .orElseThrow();
        world.processor.opened().getLast().keep(token, "2029-12");
        var id = ask.look(world.moorings, page.id()).orElseThrow().card();
        return world.bean(FindCards.class).find(world.moorings, id).orElseThrow();
    }

    /** One that is due today. */
    private static Document due(World world, Customer customer, String amount) {
        Document invoice = world.collectedInvoice(customer, amount);
        world.asOwner("update claim set due_date = date '2026-06-01' where document_id = '%s'".formatted(invoice.id()));
        return invoice;
    }

    private static CardRunId rehearse(World world) {
        return world.bean(PlanCardRun.class).rehearse(world.moorings, EURO, RunningApp.TODAY, "");
    }

    private static CardRunId charge(World world) {
        CardRunId run = rehearse(world);
        ChargeCardRun charge = world.bean(ChargeCardRun.class);
        charge.start(world.moorings, run);
        charge.execute(world.moorings, run);
        return run;
    }

    private static String page(World world, CardRunId run) {
        try (var ada = new Visitor(world, "ada")) {
            return ada.get("/card-runs/" + run).body();
        }
    }

    @Test
    void what_is_due_is_rehearsed_and_charged_once_and_the_rest_is_left_out_with_its_reason(World world) {
        Customer customer = world.payer();
        card(world, customer, "tok_1");
        Document due = due(world, customer, "50.00");
        world.collectedInvoice(customer, "70.00");
        CardRunId run = rehearse(world);
        assertThat(page(world, run)).contains("Charge €\u00a050.00").contains("Visa ending 1111");
        assertThat(world.processor.charged()).isEmpty();
        ChargeCardRun charge = world.bean(ChargeCardRun.class);
        assertThat(charge.start(world.moorings, run)).isTrue();
        assertThat(charge.start(world.moorings, run)).isFalse();
        for (int twice = 0; twice < 2; twice++) charge.execute(world.moorings, run);
        assertThat(world.processor.charged())
                .singleElement()
                .satisfies(
                        c -> assertThat(c).contains("\"payer_present\":false").contains(due.number()));
        assertThat(world.open(due)).isEqualTo(euro("0.00"));
        assertThat(page(world, run)).contains("1 charge paid, 0 refused, 0 not known yet");
    }

    @Test
    void of_two_cards_the_one_is_charged_that_its_holder_or_one_of_us_chose(World world, FindCards cards) {
        Customer customer = world.payer();
        CardOnFile older = card(world, customer, "tok_older");
        CardOnFile newer = card(world, customer, "tok_newer");
        Document due = due(world, customer, "50.00");
        String methods = "~/pay/" + world.bean(PaymentLinks.class).token(world.link(due)) + "/methods";
        try (var ada = new Visitor(world, "ada");
                var payer = new Visitor(world, "nobody")) {
            for (int twice = 0; twice < 2; twice++)
                assertThat(payer.post(methods + "/" + older.id() + "/choose", payer.token(methods), "")
                                .body())
                        .contains("It is charged first from now on.");
            assertThat(cards.ofCustomer(world.moorings, customer.id())
                            .getFirst()
                            .id())
                    .isEqualTo(older.id());
            assertThat(ada.get("/audit").body()).containsOnlyOnce("chose which card is charged first");
            ada.follow("/customers/" + customer.id() + "/cards/" + newer.id() + "/choose", "");
            assertThat(ada.get("/customers/" + customer.id()).body())
                    .containsOnlyOnce("charged first")
                    .contains("Charge it first");
            ada.follow("/customers/" + customer.id() + "/cards/" + older.id() + "/choose", "");
        }
        charge(world);
        assertThat(world.processor.charged())
                .singleElement()
                .satisfies(c -> assertThat(c).contains("\"token\":\"tok_older\""));
    }

    @Test
    void two_machines_charge_one_run_once(World world) throws Exception {
        for (int i = 0; i < 12; i++) {
            Customer customer = world.payer();
            card(world, customer, "tok_" + i);
            due(world, customer, "50.00");
        }
        CardRunId run = rehearse(world);
        ChargeCardRun charge = world.bean(ChargeCardRun.class);
        charge.start(world.moorings, run);
        Callable<Object> execute = () -> {
            charge.execute(world.moorings, run);
            return null;
        };
        try (var pool = Executors.newFixedThreadPool(3)) {
            for (var done : pool.invokeAll(List.of(execute, execute, execute))) done.get();
        }
        assertThat(world.processor.charged()).hasSize(12);
        assertThat(world.balance("1100")).isEqualTo(euro("0.00"));
        assertThat(world.balance("2100")).isEqualTo(euro("0.00"));
    }

    @Test
    void short_of_money_it_is_tried_again_in_three_days_and_paid_then(World world) {
        Customer customer = world.payer();
        card(world, customer, "tok_1");
        Document due = due(world, customer, "50.00");
        world.processor.declines("51");
        assertThat(page(world, charge(world))).contains("rejected").contains("refused by the test");
        assertThat(page(world, rehearse(world))).contains("waits for its next try: tried again on 4 Jun 2026");
        world.asOwner("update collect_again set not_before = date '2026-06-01'");
        world.processor.declines(null);
        charge(world);
        assertThat(world.open(due)).isEqualTo(euro("0.00"));
        assertThat(world.processor.charged()).hasSize(1);
    }

    @Test
    void a_hard_refusal_ends_the_card_and_the_payer_is_asked_and_written_to(
            World world, FindCards cards, FindMessages messages, FindDocuments documents) {
        Customer customer = world.payer();
        CardOnFile card = card(world, customer, "tok_1");
        Document due = due(world, customer, "50.00");
        world.processor.declines("43");
        charge(world);
        assertThat(cards.find(world.moorings, card.id()).orElseThrow().state()).isEqualTo(CardOnFile.State.REFUSED);
        assertThat(documents.get(world.moorings, due.id()).manner().collected()).isFalse();
        assertThat(messages.ofDocument(world.moorings, due.id()))
                .filteredOn(m -> m.message().kind() == MessageKind.CARD_REFUSED)
                .hasSize(1);
        world.processor.declines(null);
        assertThat(page(world, rehearse(world))).contains("No open item that we collect");
        assertThat(world.processor.charged()).isEmpty();
    }

    @Test
    void a_hard_refusal_of_one_card_leaves_the_item_to_another_on_the_next_day(World world) {
        Customer customer = world.payer();
        card(world, customer, "tok_1");
        card(world, customer, "tok_2");
        Document due = due(world, customer, "50.00");
        world.processor.declines("14");
        charge(world);
        world.processor.declines(null);
        assertThat(page(world, rehearse(world))).contains("tried again on 2 Jun 2026");
        world.asOwner("update collect_again set not_before = date '2026-06-01'");
        charge(world);
        assertThat(world.open(due)).isEqualTo(euro("0.00"));
        assertThat(world.processor.charged())
                .singleElement()
                .satisfies(c -> assertThat(c).contains("tok_1"));
    }

    @Test
    void what_was_written_down_when_the_machine_died_is_charged_once_whether_it_had_been_sent_or_not(World world) {
        for (boolean sent : List.of(true, false)) {
            Customer customer = world.payer();
            card(world, customer, "tok_" + sent);
            Document due = due(world, customer, "50.00");
            world.processor.losesAnswers(true);
            CardRunId run = charge(world);
            world.processor.losesAnswers(false);
            if (!sent) world.processor.forgetCharges();
            world.asOwner("update checkout set unanswered = false");
            world.asOwner("update card_run set state = 'charging'");
            world.bean(ChargeCardRun.class).execute(world.moorings, run);
            assertThat(world.open(due)).isEqualTo(euro("0.00"));
            assertThat(world.processor.charged()).hasSize(1);
            world.processor.forgetCharges();
        }
    }

    @Test
    void each_day_what_is_due_is_proposed_or_charged_as_the_business_has_it(World world, CardWork work) {
        Customer customer = world.payer();
        card(world, customer, "tok_1");
        Document due = due(world, customer, "50.00");
        Document later = world.collectedInvoice(customer, "70.00");
        work.day(world.moorings, RunningApp.TODAY);
        assertThat(world.processor.charged()).isEmpty();
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/day").body()).contains("1 open item can be charged to cards on file");
            ada.page("/card-runs/settings", "timer=charges&moment=due&least=1.00");
            work.day(world.moorings, RunningApp.TODAY);
            assertThat(world.open(due)).isEqualTo(euro("0.00"));
            assertThat(world.open(later)).isEqualTo(euro("70.00"));
            ada.page("/card-runs/settings", "timer=charges&moment=issue&least=1.00");
            work.day(world.moorings, RunningApp.TODAY);
            assertThat(world.open(later)).isEqualTo(euro("0.00"));
            ada.page("/card-runs/settings", "timer=weekly&moment=issue&least=1.00");
            assertThat(ada.get("/card-runs").body()).contains("what is due is charged");
        }
    }

    @Test
    void a_run_above_the_amount_waits_for_a_second_person_over_days_and_is_charged_at_their_yes(
            World world, CardWork work, Approvals approvals, Memberships memberships) {
        memberships.join(world.moorings, "nils", Set.of(Role.APPROVER));
        approvals.setLimit(world.moorings, ApprovalKind.CARD_RUN, euro("10.00"));
        Customer customer = world.payer();
        card(world, customer, "tok_1");
        Document due = due(world, customer, "50.00");
        try (var ada = new Visitor(world, "ada");
                var nils = new Visitor(world, "nils")) {
            ada.page("/card-runs/settings", "timer=charges&moment=due&least=1.00");
            for (int days = 0; days < 2; days++) work.day(world.moorings, RunningApp.TODAY);
            assertThat(world.processor.charged()).isEmpty();
            String runs = ada.get("/card-runs").body();
            assertThat(runs).contains("Run 1").doesNotContain("Run 2");
            String run = found(runs, "/card-runs/([0-9a-f-]{36})");
            String asked = found(nils.get("/card-runs/" + run).body(), "/approvals/([0-9a-f-]{36})/approve");
            nils.follow("/approvals/" + asked + "/approve", "note=&back=/card-runs/" + run);
            world.bean(ChargeCardRun.class).execute(world.moorings, CardRunId.valueOf(run));
            assertThat(world.open(due)).isEqualTo(euro("0.00"));
        }
    }

    private static String found(String page, String pattern) {
        return Pattern.compile(pattern)
                .matcher(page)
                .results()
                .findFirst()
                .orElseThrow()
                .group(1);
    }

    @Test
    void who_has_a_card_that_ends_soon_is_asked_once_and_a_person_looks_in_the_last_days(
            World world, CardWork work, FindMessages messages) {
        Customer customer = world.payer();
        CardOnFile card = card(world, customer, "tok_1");
        world.asOwner("update card_on_file set expires = date '2026-07-31' where id = '%s'".formatted(card.id()));
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/day").body()).contains("expires after");
            for (int twice = 0; twice < 2; twice++) work.day(world.moorings, RunningApp.TODAY);
            assertThat(ada.get("/day").body()).doesNotContain("expires after");
            assertThat(messages.ofSubject(
                            world.moorings, MessageKind.CARD_ENDS, card.id().value()))
                    .hasSize(1);
            world.asOwner("update card_on_file set expires = date '2026-06-14'");
            assertThat(ada.get("/day").body()).contains("expires after");
        }
    }

    @Test
    void what_changed_since_the_rehearsal_is_left_out_and_the_rest_goes(World world) {
        Customer customer = world.payer();
        card(world, customer, "tok_1");
        Document paid = due(world, customer, "50.00");
        Document open = due(world, customer, "70.00");
        CardRunId run = rehearse(world);
        world.desk.sale("sa_paid", world.desk.cardPage(paid).reference, "50.00", "1.45");
        ChargeCardRun charge = world.bean(ChargeCardRun.class);
        charge.start(world.moorings, run);
        charge.execute(world.moorings, run);
        assertThat(page(world, run)).contains("50.00 was open, €\u00a00.00 is now");
        assertThat(world.open(open)).isEqualTo(euro("0.00"));
        assertThat(world.processor.charged()).hasSize(1);
    }

    @Test
    void charges_whose_answers_are_lost_are_not_known_yet_and_are_found_by_asking(World world, AskProcessor ask) {
        Customer customer = world.payer();
        card(world, customer, "tok_1");
        Document due = due(world, customer, "50.00");
        world.processor.losesAnswers(true);
        CardRunId run = charge(world);
        world.processor.losesAnswers(false);
        assertThat(page(world, run)).contains("0 refused, 1 not known yet");
        ask.askUnanswered(world.moorings);
        assertThat(page(world, run)).contains("1 charge paid");
        assertThat(world.open(due)).isEqualTo(euro("0.00"));
        assertThat(world.processor.charged()).hasSize(1);
    }
}
