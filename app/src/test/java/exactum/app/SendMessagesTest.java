package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.customers.Customer;
import exactum.app.customers.CustomerDraft;
import exactum.app.customers.KeepCustomer;
import exactum.app.documents.Invoice;
import exactum.app.documents.InvoiceStore;
import exactum.app.links.PaymentLinks;
import exactum.app.messages.Message;
import exactum.app.messages.Outbox;
import exactum.app.messages.SendMessages;
import jakarta.mail.Multipart;
import jakarta.mail.Session;
import jakarta.mail.internet.MimeMessage;
import java.io.ByteArrayInputStream;
import java.net.InetAddress;
import java.util.ArrayList;
import java.util.List;
import java.util.Properties;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.Executors;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.mail.javamail.JavaMailSenderImpl;
import org.subethamail.smtp.server.SMTPServer;

/** Letters over real SMTP: each once, however often it is asked; none lost while nobody takes them. */
@ExtendWith(RunningApp.class)
class SendMessagesTest {

    /** A mail server that takes everything. */
    private static final class Server implements AutoCloseable {
        private final List<MimeMessage> taken = new CopyOnWriteArrayList<>();
        private final SMTPServer smtp = SMTPServer.port(0)
                .bindAddress(InetAddress.getLoopbackAddress())
                .messageHandler((context, from, to, data) -> {
                    try {
                        taken.add(
                                new MimeMessage(Session.getInstance(new Properties()), new ByteArrayInputStream(data)));
                    } catch (jakarta.mail.MessagingException e) {
                        throw new IllegalStateException(e);
                    }
                })
                .build();

        private final JavaMailSenderImpl mail;
        private final int portBefore;

        private Server(JavaMailSenderImpl mail) {
            this.mail = mail;
            portBefore = mail.getPort();
            smtp.start();
            mail.setPort(smtp.getPortAllocated());
        }

        private List<MimeMessage> to(String address) throws Exception {
            var found = new ArrayList<MimeMessage>();
            for (MimeMessage m : taken) if (m.getAllRecipients()[0].toString().equals(address)) found.add(m);
            return found;
        }

        @Override
        public void close() {
            mail.setPort(portBefore);
            smtp.stop();
        }
    }

    private static Message message(Outbox outbox, Invoice invoice) {
        return outbox.ofInvoice(invoice.id()).getFirst().message();
    }

    /** What other tests left in the outbox waits for another day. */
    private static Invoice aloneInTheOutbox(World world, DSLContext db) {
        db.execute("update message set send_on = date '2099-01-01' where state = 'waiting'");
        return world.invoice();
    }

    private static void allMayBeTriedNow(DSLContext db) {
        db.execute("update message set next_try_at = now() - interval '1 second' where state = 'waiting'");
    }

    @Test
    void without_a_server_letters_wait_and_then_go_once_with_paper_and_link(
            World world, Outbox outbox, SendMessages send, PaymentLinks links, DSLContext db, JavaMailSenderImpl mail)
            throws Exception {
        Invoice invoice = aloneInTheOutbox(world, db);
        String address = message(outbox, invoice).address();
        send.sendAll();
        assertThat(message(outbox, invoice).state()).isEqualTo("waiting");
        assertThat(message(outbox, invoice).attempts()).isOne();
        assertThat(message(outbox, invoice).lastError()).isNotBlank();
        allMayBeTriedNow(db);
        try (var server = new Server(mail);
                var pool = Executors.newFixedThreadPool(3)) {
            for (var done : pool.invokeAll(List.of(send::sendAll, send::sendAll, send::sendAll))) done.get();
            send.sendAll();
            assertThat(server.to(address)).hasSize(1);
            MimeMessage letter = server.to(address).getFirst();
            assertThat(letter.getSubject()).isEqualTo("Invoice %s from Larkwater Moorings".formatted(invoice.number()));
            assertThat(letter.getMessageID())
                    .isEqualTo("<" + message(outbox, invoice).id() + "@exactum>");
            var parts = (Multipart) letter.getContent();
            String paper = parts.getBodyPart(1).getFileName();
            assertThat(paper).isEqualTo(invoice.number() + ".pdf");
            assertThat(parts.getBodyPart(1).getInputStream().readNBytes(5)).isEqualTo("%PDF-".getBytes());
        }
        Message sent = message(outbox, invoice);
        assertThat(sent.state()).isEqualTo("sent");
        assertThat(sent.body())
                .contains("over €\u00a0832.74 is attached")
                .contains(links.address(links.ofInvoice(invoice.id())));
    }

    @Test
    void after_many_tries_it_is_a_decision_and_may_be_tried_again(
            World world, Outbox outbox, SendMessages send, DSLContext db) {
        Invoice invoice = aloneInTheOutbox(world, db);
        for (int i = 0; i < 6; i++) {
            allMayBeTriedNow(db);
            send.sendAll();
        }
        Message failed = message(outbox, invoice);
        assertThat(failed.state()).isEqualTo("failed");
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/").body()).contains(invoice.number() + " could not be delivered");
            ada.post("/messages/" + failed.id() + "/retry", "");
        }
        assertThat(message(outbox, invoice).state()).isEqualTo("waiting");
    }

    @Test
    void a_letter_without_an_address_is_held_until_there_is_one(
            World world, Outbox outbox, KeepCustomer keep, InvoiceStore invoices) {
        Customer customer = world.customer("");
        world.berth(customer);
        world.bill(RunningApp.TODAY);
        Invoice invoice = invoices.get(
                invoices.ofCustomer(customer.id(), RunningApp.TODAY).getFirst().id());
        assertThat(message(outbox, invoice).state()).isEqualTo("held");
        assertThat(outbox.release(customer.id())).isZero();
        keep.change(
                customer.id(),
                1,
                new CustomerDraft(
                        customer.code(), customer.name(), "person", "now@lakeside.example", "Quay 1", "IE", "EUR", ""));
        try (var ada = new Visitor(world, "ada")) {
            String rehearsal = "/messages/held/" + customer.id();
            assertThat(ada.get(rehearsal).body()).contains(invoice.number()).contains("now@lakeside.example");
            for (int twice = 0; twice < 2; twice++) ada.post(rehearsal + "/send", "");
        }
        assertThat(message(outbox, invoice).state()).isEqualTo("waiting");
        assertThat(message(outbox, invoice).address()).isEqualTo("now@lakeside.example");
    }

    @Test
    void sending_again_twice_in_a_day_is_one_letter(World world, Outbox outbox) {
        Invoice invoice = world.invoice();
        try (var ada = new Visitor(world, "ada")) {
            String path = "/invoices/" + invoice.id() + "/send-again";
            assertThat(ada.post(path, "back=https://elsewhere.example/")
                            .headers()
                            .firstValue("location"))
                    .hasValueSatisfying(l -> assertThat(l).doesNotContain("elsewhere"));
            ada.post(path, "");
        }
        assertThat(outbox.ofInvoice(invoice.id()))
                .extracting(l -> l.message().kind())
                .containsExactlyInAnyOrder("invoice", "reminder");
    }
}
