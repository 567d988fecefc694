package exactum.app;

import static exactum.app.World.euro;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.attachments.Attachments;
import exactum.app.attachments.GoesWith;
import exactum.app.customers.Customer;
import exactum.app.database.Ids;
import exactum.app.documents.Document;
import exactum.app.messages.FindMessages;
import exactum.app.messages.MessageKind;
import exactum.app.messages.MessageState;
import exactum.app.settlement.FindPayments;
import exactum.core.ids.MeansId;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.mail.javamail.JavaMailSenderImpl;

/** What a person does at the pages of payments: proof, confirmation in own words, money paid ahead, credit that moves. */
@ExtendWith(RunningApp.class)
class PaymentDeskTest {
    private static final byte[] PICTURE = {(byte) 0x89, 'P', 'N', 'G', 1};

    private static String typed(Customer payer, String amount, String more) {
        return "customer=%s&key=%s&on=1+Jun+2026&method=cash&amount=%s%s"
                .formatted(payer.id(), Ids.next(), amount, more);
    }

    private static MeansId recorded(Visitor ada, String form) {
        String at = ada.follow("/payments", form);
        return MeansId.valueOf(at.replaceFirst(".*/", "").replaceFirst("#.*", ""));
    }

    @Test
    void a_proof_that_was_attached_while_it_was_typed_goes_with_the_payment(World world, Attachments attachments) {
        try (var ada = new Visitor(world, "ada");
                var otto = new Visitor(world, "otto")) {
            var key = Ids.next();
            assertThat(ada.upload("/payments/" + key + "/attachments", "cheque.png", PICTURE)
                            .body())
                    .contains("cheque.png");
            assertThat(ada.upload("/payments/" + key + "/attachments", "cheque.exe", PICTURE)
                            .statusCode())
                    .isEqualTo(422);
            ada.follow(
                    "/payments",
                    "customer=" + world.payer().id() + "&key=" + key + "&on=1+Jun+2026&method=cheque&amount=5.00");
            assertThat(otto.get("/payments/" + key).body())
                    .contains("cheque.png")
                    .doesNotContain("Attach a file");
            var file = attachments
                    .of(world.moorings, GoesWith.payment(new MeansId(key)))
                    .getFirst();
            assertThat(otto.get("/payments/" + key + "/attachments/" + file.id())
                            .statusCode())
                    .isEqualTo(200);
            assertThat(ada.get("~/north-shore/payments/" + key + "/attachments/" + file.id())
                            .statusCode())
                    .isEqualTo(404);
            assertThat(ada.post("/payments/" + key + "/attachments/" + Ids.next() + "/remove", "x=1")
                            .statusCode())
                    .isEqualTo(404);
            assertThat(ada.post("/payments/" + key + "/attachments/" + file.id() + "/remove", "x=1")
                            .body())
                    .doesNotContain("cheque.png");
        }
    }

    /** What goes with an issued invoice stays as it is, whichever address is tried. */
    @Test
    void files_of_an_invoice_are_no_proof_of_a_payment(World world, Attachments attachments) {
        Document invoice = world.invoice();
        var plan = GoesWith.document(invoice.id());
        attachments.add(world.moorings, plan, "plan.png", PICTURE);
        var file = attachments.of(world.moorings, plan).getFirst();
        try (var ada = new Visitor(world, "ada")) {
            String at = "/payments/" + invoice.id() + "/attachments";
            assertThat(ada.post(at + "/" + file.id() + "/remove", "x=1").statusCode())
                    .isEqualTo(404);
            ada.upload(at, "cheque.png", PICTURE);
            assertThat(attachments.of(world.moorings, plan))
                    .extracting(Attachments.Attached::name)
                    .containsExactly("plan.png");
        }
    }

    @Test
    void a_confirmation_goes_in_the_words_of_who_wrote_it_and_once_a_day(World world, FindMessages messages) {
        Customer payer = world.payer();
        world.invoice(payer, "50.00");
        try (var ada = new Visitor(world, "ada")) {
            MeansId made = recorded(ada, typed(payer, "58.00", "&confirmation=edit"));
            assertThat(messages.ofSubject(world.moorings, MessageKind.CONFIRMATION, made.value()))
                    .isEmpty();
            String at = "/payments/" + made;
            assertThat(ada.get(at).body())
                    .contains("is left on your account")
                    .contains("8.00")
                    .contains("None was sent.");
            assertThat(ada.page(at + "/confirmation", "subject=Thanks&body=+")).contains("a subject and a text");
            ada.follow(at + "/confirmation", "subject=Thanks&body=Your+8.00+waits+for+July.");
            var written = messages.ofSubject(world.moorings, MessageKind.CONFIRMATION, made.value())
                    .getFirst();
            assertThat(written.message().own().body()).isEqualTo("Your 8.00 waits for July.");
            assertThat(written.message().sent()).isNull();
            assertThat(ada.page(at + "/confirmation", "subject=Thanks&body=Again"))
                    .contains("was sent today");
            try (var server = new MailServer(world.bean(JavaMailSenderImpl.class))) {
                server.tryAgain(world);
            }
            var sent = messages.find(world.moorings, written.message().id())
                    .orElseThrow()
                    .message();
            assertThat(sent.state()).isEqualTo(MessageState.SENT);
            assertThat(sent.sent().subjectLine()).isEqualTo("Thanks");
            assertThat(sent.sent().body()).isEqualTo("Your 8.00 waits for July.");
        }
    }

    @Test
    void money_that_is_paid_ahead_stays_on_account_although_something_is_open(World world, FindPayments payments) {
        Customer payer = world.payer();
        Document open = world.invoice(payer, "50.00");
        try (var ada = new Visitor(world, "ada")) {
            MeansId ahead = recorded(ada, typed(payer, "30.00", "&ahead=on"));
            assertThat(payments.find(world.moorings, ahead).orElseThrow().left())
                    .isEqualTo(euro("30.00"));
            assertThat(world.open(open)).isEqualTo(euro("50.00"));
            assertThat(ada.get("/payments/new?customer=" + payer.id()).body())
                    .contains("is on account already")
                    .contains("of today")
                    .containsPattern("50.00 that is open, \\S*20.00 is left to ask for");
        }
    }

    @Test
    void credit_moves_from_one_invoice_of_a_customer_to_another(World world, FindPayments payments) {
        Customer payer = world.payer();
        Document first = world.invoice(payer, "50.00");
        Document second = world.invoice(payer, "30.00");
        Document strange =
                world.invoice(world.customer(world.moorings, "Someone", "s@lakeside.example", "EUR"), "9.00");
        try (var ada = new Visitor(world, "ada")) {
            MeansId made = recorded(ada, typed(payer, "50.00", ""));
            String claim =
                    payments.settledBy(world.moorings, made).getFirst().claim().toString();
            String from = "claim=" + claim + "&minor=5000&to=";
            String at = "/payments/" + made + "/move";
            assertThat(ada.page(at, from + strange.id())).contains("Nothing was moved");
            assertThat(ada.page(at, from + first.id())).contains("Nothing was moved");
            assertThat(world.open(first).isZero()).isTrue();
            ada.follow(at, from + second.id());
            assertThat(world.open(first)).isEqualTo(euro("50.00"));
            assertThat(world.open(second).isZero()).isTrue();
            assertThat(payments.find(world.moorings, made).orElseThrow().left()).isEqualTo(euro("20.00"));
            assertThat(ada.post(at, from + second.id()).statusCode())
                    .as("a second time")
                    .isEqualTo(422);
        }
    }
}
