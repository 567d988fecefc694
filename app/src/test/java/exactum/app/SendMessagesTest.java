package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.customers.Customer;
import exactum.app.customers.CustomerDraft;
import exactum.app.customers.SaveCustomer;
import exactum.app.documents.Document;
import exactum.app.links.PaymentLinks;
import exactum.app.messages.FindMessages;
import exactum.app.messages.Message;
import exactum.app.messages.MessageKind;
import exactum.app.messages.MessageState;
import exactum.app.messages.Outbox;
import exactum.app.messages.SendMessages;
import jakarta.mail.Multipart;
import jakarta.mail.internet.MimeMessage;
import java.util.List;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.mail.javamail.JavaMailSenderImpl;

/** Letters over real SMTP: each once, however often it is asked; none lost while nobody takes them. */
@ExtendWith(RunningApp.class)
class SendMessagesTest {
    private static Message message(World world, Document invoice) {
        return world.bean(FindMessages.class)
                .ofDocument(world.moorings, invoice.id())
                .getFirst()
                .message();
    }

    @Test
    void without_a_server_letters_wait_and_then_go_once_with_paper_and_link(
            World world, SendMessages send, PaymentLinks links, JavaMailSenderImpl mail) throws Exception {
        Document invoice = world.invoice();
        send.sendAll();
        Message waits = message(world, invoice);
        assertThat(waits.state()).isEqualTo(MessageState.WAITING);
        assertThat(waits.attempts()).isOne();
        assertThat(waits.lastError()).isNotBlank();
        MailServer.mayBeTriedNow(world);
        try (var server = new MailServer(mail);
                var pool = Executors.newFixedThreadPool(3)) {
            for (var done : pool.invokeAll(List.of(send::sendAll, send::sendAll, send::sendAll))) done.get();
            server.tryAgain(world);
            assertThat(server.taken()).hasSize(1);
            MimeMessage letter = server.taken().getFirst();
            assertThat(letter.getAllRecipients()[0])
                    .hasToString(waits.addresses().getFirst());
            assertThat(letter.getSubject()).isEqualTo("Invoice %s from Larkwater Moorings".formatted(invoice.number()));
            assertThat(letter.getMessageID()).isEqualTo("<" + waits.id() + "@exactum>");
            var parts = (Multipart) letter.getContent();
            assertThat(parts.getBodyPart(1).getFileName()).isEqualTo(invoice.number() + ".pdf");
            assertThat(parts.getBodyPart(1).getInputStream().readNBytes(5)).isEqualTo("%PDF-".getBytes());
        }
        Message sent = message(world, invoice);
        assertThat(sent.state()).isEqualTo(MessageState.SENT);
        assertThat(sent.sent().body()).contains("832.74").contains(links.address(world.link(invoice)));
    }

    @Test
    void after_many_tries_it_is_a_decision_and_may_be_tried_again(World world, SendMessages send) {
        Document invoice = world.invoice();
        for (int i = 0; i < 6; i++) {
            MailServer.mayBeTriedNow(world);
            send.sendAll();
        }
        Message failed = message(world, invoice);
        assertThat(failed.state()).isEqualTo(MessageState.FAILED);
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/day").body()).contains(invoice.number()).contains("could not be delivered");
            ada.post("/messages/" + failed.id() + "/retry", "");
        }
        assertThat(message(world, invoice).state()).isEqualTo(MessageState.WAITING);
    }

    @Test
    void a_letter_that_cannot_be_written_never_stops_the_next(World world, SendMessages send, JavaMailSenderImpl mail) {
        Document broken = world.invoice();
        Document good = world.invoice();
        world.asOwner("update message set subject_id = gen_random_uuid() where id = '%s'"
                .formatted(message(world, broken).id()));
        try (var server = new MailServer(mail)) {
            send.sendAll();
            assertThat(server.taken()).hasSize(1);
        }
        assertThat(message(world, good).state()).isEqualTo(MessageState.SENT);
    }

    @Test
    void a_letter_without_an_address_is_held_until_there_is_one(World world, Outbox outbox, SaveCustomer save) {
        Customer customer = world.customer("");
        world.berth(customer);
        world.bill(RunningApp.TODAY);
        Document invoice = world.newest(customer.id());
        assertThat(message(world, invoice).state()).isEqualTo(MessageState.HELD);
        assertThat(outbox.release(world.moorings, customer.id())).isZero();
        save.change(
                world.moorings,
                customer.id(),
                1,
                new CustomerDraft(
                        customer.code(), customer.name(), "person", "now@lakeside.example", "Quay 1", "IE", "EUR", ""));
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/messages/held").body())
                    .contains(customer.name())
                    .contains("1 held message");
            String rehearsal = "/messages/held/" + customer.id();
            assertThat(ada.get(rehearsal).body()).contains(invoice.number()).contains("now@lakeside.example");
            for (int twice = 0; twice < 2; twice++) ada.post(rehearsal + "/send", "");
        }
        assertThat(message(world, invoice).state()).isEqualTo(MessageState.WAITING);
        assertThat(message(world, invoice).addresses()).containsExactly("now@lakeside.example");
    }

    @Test
    void sending_again_twice_in_a_day_is_one_letter(World world, FindMessages messages) {
        Document invoice = world.invoice();
        try (var ada = new Visitor(world, "ada")) {
            String path = "/invoices/" + invoice.number() + "/send-again";
            assertThat(ada.post(path, "back=https://elsewhere.example/")
                            .headers()
                            .firstValue("location"))
                    .hasValueSatisfying(l -> assertThat(l).doesNotContain("elsewhere"));
            ada.post(path, "");
        }
        assertThat(messages.ofDocument(world.moorings, invoice.id()))
                .extracting(l -> l.message().kind())
                .containsExactlyInAnyOrder(MessageKind.INVOICE, MessageKind.REMINDER);
    }
}
