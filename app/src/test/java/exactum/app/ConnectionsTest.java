package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import com.standardwebhooks.Webhook;
import exactum.app.cards.StartCardPayment;
import exactum.app.cards.TakeInNotice;
import exactum.app.documents.Document;
import exactum.app.links.PaymentLinks;
import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.app.setup.Processors;
import exactum.app.setup.TryProcessor;
import exactum.core.ids.ProcessorId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.FeeRule;
import exactum.core.money.Money;
import java.math.BigDecimal;
import java.time.Instant;
import java.util.Base64;
import java.util.Currency;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Connections to processors: keys that change while notices are on their way, which one takes a payer, how each fares. */
@ExtendWith(RunningApp.class)
class ConnectionsTest {
    private static final Currency EURO = Currency.getInstance("EUR");
    private static final String NEW_SECRET =
            "whsec_" + Base64.getEncoder().encodeToString("a new secret of thirty-two bytes".getBytes());

    private static TakeInNotice.Outcome signed(World world, String id, String secret) throws Exception {
        long now = Instant.now().getEpochSecond();
        String body = "{\"type\":\"sale.declined\",\"data\":{\"checkout\":\"co_x\",\"reason\":\"no\"}}";
        var headers = new TakeInNotice.Headers(
                "msg_" + id, Long.toString(now), new Webhook(secret).sign("msg_" + id, now, body));
        return world.bean(TakeInNotice.class).take(world.cards, headers, body);
    }

    private static ProcessorId second(World world, boolean isTest) {
        return world.bean(Processors.class)
                .addProcessor(
                        world.moorings,
                        "Another, " + (isTest ? "test" : "live"),
                        new ProcessorAccount.Access(world.processor.address(), "key", NEW_SECRET),
                        EURO,
                        new ProcessorAccount.Booking(
                                new AccountCode("1060"), new AccountCode("5000"), new AccountCode("1061")),
                        new FeeRule(new BigDecimal("1.9"), Money.of("EUR", "0.10")),
                        isTest);
    }

    @Test
    void a_new_secret_counts_at_once_and_the_old_one_for_two_more_days(World world, Processors processors)
            throws Exception {
        processors.changeProcessorKeys(world.moorings, world.cards, "key", NEW_SECRET);
        assertThat(signed(world, "new", NEW_SECRET)).isEqualTo(TakeInNotice.Outcome.STORED);
        assertThat(signed(world, "old", World.SECRET)).isEqualTo(TakeInNotice.Outcome.STORED);
        assertThat(signed(world, "none", NEW_SECRET.replace("YSBu", "YSBv")))
                .isEqualTo(TakeInNotice.Outcome.NOT_GENUINE);
        world.asOwner("update processor_account set former_until = now() - interval '1 second'");
        assertThat(signed(world, "late", World.SECRET)).isEqualTo(TakeInNotice.Outcome.NOT_GENUINE);
    }

    @Test
    void payers_are_led_to_the_first_connection_of_their_currency_and_never_from_tests_to_a_live_one(
            World world, FindSetup setup, Processors processors) {
        ProcessorId live = second(world, false);
        ProcessorId other = second(world, true);
        assertThat(setup.processorFor(world.moorings, EURO).orElseThrow().id()).isNotEqualTo(live);
        processors.putFirst(world.moorings, world.cards);
        processors.putFirst(world.moorings, live);
        assertThat(setup.processorFor(world.moorings, EURO).orElseThrow().id()).isEqualTo(world.cards);
        processors.putFirst(world.moorings, other);
        assertThat(setup.processorFor(world.moorings, EURO).orElseThrow().id()).isEqualTo(other);
        processors.switchProcessor(world.moorings, other, false);
        assertThat(setup.processorFor(world.moorings, EURO).orElseThrow().id()).isEqualTo(world.cards);
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/setup/cards").body())
                    .contains("Payers of a currency are led to the first connection")
                    .contains("Another, live is live, and this installation is for tests");
            ada.post("/setup/processors/" + other + "/first", "");
        }
        assertThat(setup.processors(world.moorings).getFirst().id()).isEqualTo(other);
    }

    @Test
    void the_set_up_says_since_when_a_connection_does_not_answer_and_that_it_does_again(
            World world, StartCardPayment start) {
        Document invoice = world.invoice(world.payer(), "50.00");
        try (var ada = new Visitor(world, "ada")) {
            world.processor.away(true);
            start.start(world.link(invoice), 5_000, "x");
            assertThat(ada.get("/setup/cards").body()).contains("No answer since");
            world.processor.away(false);
            start.start(world.link(invoice), 5_000, "x");
            assertThat(ada.get("/setup/cards").body())
                    .doesNotContain("No answer since")
                    .contains("answered");
        }
    }

    @Test
    void what_a_connection_can_do_is_known_once_it_was_tried_and_payers_are_offered_its_wallets(
            World world, FindSetup setup, TryProcessor tryProcessor) {
        Document invoice = world.invoice(world.payer(), "50.00");
        String path = "~/pay/" + world.bean(PaymentLinks.class).token(world.link(invoice));
        try (var payer = new Visitor(world, "nobody");
                var ada = new Visitor(world, "ada")) {
            assertThat(payer.get(path).body())
                    .contains("The card is entered at the payment processor")
                    .doesNotContain("wallet");
            assertThat(ada.get("/setup/cards").body()).contains("What it can do is known once it was tried.");
            tryProcessor.tryIt(setup.processor(world.moorings, world.cards));
            assertThat(payer.get(path).body()).contains("A card, or the wallet of your device");
            assertThat(payer.get(path + "?language=de").body()).contains("die Geldbörse Ihres Geräts");
            assertThat(ada.get("/setup/cards").body()).contains("It keeps cards, offers wallets.");
        }
    }
}
