package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import exactum.app.customers.Contacts;
import exactum.app.customers.Customer;
import exactum.app.customers.CustomerDraft;
import exactum.app.customers.SaveCustomer;
import exactum.app.documents.Document;
import exactum.app.documents.DocumentPdfs;
import exactum.app.links.PaymentLinks;
import exactum.app.messages.FindMessages;
import exactum.app.messages.Message;
import exactum.app.messages.MessageKind;
import exactum.app.messages.MessageState;
import exactum.app.messages.Outbox;
import exactum.app.messages.Recipient;
import exactum.app.messages.SendMessages;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.mail.javamail.JavaMailSenderImpl;

/** What mail servers do with messages, address by address, and what becomes of what was held. */
@ExtendWith(RunningApp.class)
class SendingTest {
    private static Message message(World world, Document about) {
        return world.bean(FindMessages.class).ofDocument(world.moorings, about.id()).stream()
                .map(FindMessages.Listed::message)
                .filter(m -> m.state() != MessageState.JOINED)
                .findFirst()
                .orElseThrow();
    }

    private static Customer with(World world, int contacts) {
        Customer customer = world.payer();
        for (int i = 0; i < contacts; i++)
            world.bean(Contacts.class)
                    .add(
                            world.moorings,
                            customer.id(),
                            "Contact " + i,
                            "c%d.%s"
                                    .formatted(
                                            i,
                                            customer.recipients()
                                                    .of(exactum.app.customers.Mail.INVOICES)
                                                    .getFirst()),
                            List.of("invoices"));
        return customer;
    }

    @Test
    void of_thirty_addresses_one_is_refused_and_the_others_have_it(
            World world, SendMessages send, JavaMailSenderImpl mail, DocumentPdfs pdfs, FindMessages messages)
            throws Exception {
        Customer customer = with(world, 29);
        Document invoice = world.sentInvoice(customer, "100");
        String wrong = message(world, invoice).addresses().get(7);
        try (var server = new StubbornServer(mail)) {
            server.answers(wrong, "550 5.1.1 no such mailbox");
            send.sendAll();
            assertThat(server.taken())
                    .singleElement()
                    .satisfies(t -> assertThat(t.to())
                            .hasSize(message(world, invoice).addresses().size() - 1)
                            .doesNotContain(wrong));
        }
        Message sent = message(world, invoice);
        assertThat(sent.state()).isEqualTo(MessageState.SENT);
        assertThat(sent.lost()).singleElement().satisfies(r -> {
            assertThat(r.address()).isEqualTo(wrong);
            assertThat(r.code()).isEqualTo("550");
            assertThat(r.words()).contains("no such mailbox");
        });
        assertThat(messages.file(world.moorings, sent.id(), 0)).contains(pdfs.of(world.moorings, invoice));
        try (var ada = new Visitor(world, "ada");
                var server = new StubbornServer(mail)) {
            assertThat(ada.get("/day").body()).contains("did not arrive at " + wrong);
            String page = "/messages/" + sent.id();
            assertThat(ada.get(page).body()).contains("no such mailbox").contains(invoice.number() + ".pdf, ");
            assertThat(ada.get(page + "/files/0").headers().firstValue("content-disposition"))
                    .hasValueSatisfying(d -> assertThat(d).contains(invoice.number() + ".pdf"));
            assertThat(ada.post(page + "/send-to", "lost=" + wrong + "&address=a%0D%0ABcc:b@x.example")
                            .body())
                    .contains("The address holds a line break");
            assertThat(ada.get("/messages?state=not+arrived").body())
                    .contains(page)
                    .contains("sent, not to all");
            String whole = asMailOnceRenamed(world, ada, page);
            assertThat(whole)
                    .contains("From: " + invoice.seller().senderName() + " <")
                    .contains("Message-ID: <" + sent.id() + "@exactum>")
                    .contains("filename=" + invoice.number() + ".pdf");
            ada.follow(page + "/send-to", "lost=" + wrong + "&address=mended@lakeside.example");
            assertThat(ada.get("/messages?state=not+arrived").body()).doesNotContain(page);
            assertThat(ada.post(page + "/send-to", "lost=" + wrong + "&address=twice@lakeside.example")
                            .body())
                    .contains("Somebody mended this meanwhile");
            send.sendAll();
            assertThat(server.taken())
                    .singleElement()
                    .satisfies(t -> assertThat(t.to()).containsExactly("mended@lakeside.example"));
            assertThat(ada.get("/day").body()).doesNotContain("did not arrive at " + wrong);
        }
    }

    /** The mail as it is opened after the business took another name. */
    private static String asMailOnceRenamed(World world, Visitor ada, String page) throws Exception {
        String rename = "update business set sender_name = %s where id = " + world.moorings;
        world.asOwner(rename.formatted("'was ' || sender_name"));
        try {
            return ada.get(page + "/mail").body();
        } finally {
            world.asOwner(rename.formatted("substr(sender_name, 5)"));
        }
    }

    @Test
    void it_is_sent_once_more_to_an_address_that_was_repaired_itself(
            World world, SendMessages send, JavaMailSenderImpl mail) {
        Document invoice = world.sentInvoice(with(world, 2), "100");
        String wrong = message(world, invoice).addresses().get(1);
        try (var server = new StubbornServer(mail)) {
            server.answers(wrong, "550 5.1.1 no such mailbox");
            send.sendAll();
        }
        try (var ada = new Visitor(world, "ada");
                var server = new StubbornServer(mail)) {
            String page = "/messages/" + message(world, invoice).id();
            ada.follow(page + "/send-to", "lost=" + wrong + "&address=" + wrong);
            send.sendAll();
            assertThat(server.taken())
                    .singleElement()
                    .satisfies(t -> assertThat(t.to()).containsExactly(wrong));
            assertThat(message(world, invoice).lost()).isEmpty();
        }
    }

    @Test
    void an_address_that_is_put_off_gets_it_later_and_nobody_gets_it_twice(
            World world, SendMessages send, JavaMailSenderImpl mail) {
        Document invoice = world.sentInvoice(with(world, 2), "100");
        String later = message(world, invoice).addresses().getFirst();
        try (var server = new StubbornServer(mail)) {
            server.answers(later, "451 4.7.1 greylisted, come back");
            send.sendAll();
            assertThat(message(world, invoice).state()).isEqualTo(MessageState.WAITING);
            server.answers(later, null);
            MailServer.mayBeTriedNow(world);
            send.sendAll();
            assertThat(server.taken()).hasSize(2);
            assertThat(server.taken().get(1).to()).containsExactly(later);
            assertThat(server.taken().getFirst().text())
                    .isEqualTo(server.taken().get(1).text());
        }
        assertThat(message(world, invoice).state()).isEqualTo(MessageState.SENT);
        assertThat(message(world, invoice).recipients())
                .allSatisfy(r -> assertThat(r.state()).isEqualTo(Recipient.State.SENT));
    }

    @Test
    void a_server_that_takes_it_and_breaks_off_gets_it_again_under_the_same_id(
            World world, SendMessages send, JavaMailSenderImpl mail) {
        Document invoice = world.sentInvoice(world.payer(), "100");
        try (var server = new StubbornServer(mail)) {
            server.breaksOff(1);
            send.sendAll();
            assertThat(message(world, invoice).state()).isEqualTo(MessageState.WAITING);
            MailServer.mayBeTriedNow(world);
            send.sendAll();
            assertThat(server.taken())
                    .hasSize(2)
                    .extracting(StubbornServer.Taken::id)
                    .hasSize(2)
                    .containsOnly("<" + message(world, invoice).id() + "@exactum>");
        }
        assertThat(message(world, invoice).state()).isEqualTo(MessageState.SENT);
    }

    @Test
    void one_slow_answer_keeps_nobody_else_waiting(World world, SendMessages send, JavaMailSenderImpl mail)
            throws Exception {
        Document slow = world.sentInvoice(world.payer(), "100");
        try (var server = new StubbornServer(mail);
                var pool = Executors.newSingleThreadExecutor()) {
            var told = new CountDownLatch(1);
            server.answersOnce(message(world, slow).addresses().getFirst(), told);
            var all = pool.submit(send::sendAll);
            await().until(() -> !server.taken().isEmpty());
            var others = new ArrayList<Document>();
            for (int i = 0; i < 5; i++) others.add(world.sentInvoice(world.payer(), "10"));
            send.sendAll();
            for (Document other : others)
                await().until(() -> message(world, other).state() == MessageState.SENT);
            assertThat(message(world, slow).state()).isEqualTo(MessageState.SENDING);
            told.countDown();
            all.get(60, TimeUnit.SECONDS);
        }
        assertThat(message(world, slow).state()).isEqualTo(MessageState.SENT);
    }

    @Test
    void invoices_that_are_held_go_as_one_once_there_is_an_address(
            World world, SendMessages send, SaveCustomer save, PaymentLinks links, JavaMailSenderImpl mail) {
        Customer customer = world.customer("");
        Document first = world.sentInvoice(customer, "100");
        Document second = world.sentInvoice(customer, "50.50");
        reachable(world, save, customer);
        try (var ada = new Visitor(world, "ada");
                var server = new StubbornServer(mail)) {
            String held = "/messages/held/" + customer.id();
            String address = links.address(world.link(first));
            assertThat(ada.get(held).body())
                    .contains("2 held messages in 1")
                    .contains("Together: € 150.50".replace(' ', '\u00a0').replace("Together:\u00a0", "Together: "))
                    .contains(address + "?all")
                    .contains(second.number() + ".pdf");
            for (int twice = 0; twice < 2; twice++) ada.post(held + "/send", "");
            send.sendAll();
            assertThat(server.taken())
                    .singleElement()
                    .satisfies(t -> assertThat(t.text()).contains("2 open invoices from"));
            assertThat(ada.get("/invoices/" + first.number()).body()).contains("open invoices");
            String pay = "~/pay/" + links.token(world.link(first));
            assertThat(ada.get(pay + "?all").body().replace('\u00a0', ' ')).contains("Pay € 150.50");
        }
        Message sent = message(world, second);
        assertThat(sent.kind()).isEqualTo(MessageKind.OPEN_INVOICES);
        assertThat(sent.state()).isEqualTo(MessageState.SENT);
    }

    private static void reachable(World world, SaveCustomer save, Customer c) {
        save.change(
                world.moorings,
                c.id(),
                1,
                new CustomerDraft(c.code(), c.name(), "person", "now@lakeside.example", "Quay 1", "IE", "EUR", ""));
    }

    @Test
    void ten_thousand_held_messages_are_freed_in_one_go(World world, Outbox outbox, SaveCustomer save) {
        Customer customer = world.customer("");
        Document invoice = world.sentInvoice(customer, "100");
        world.asOwner("""
                insert into message (business_id, id, kind, customer_id, subject_id, send_on, state)
                select business_id, gen_random_uuid(), 'confirmation', customer_id, gen_random_uuid(), send_on, 'held' from message, generate_series(1, 10000) where customer_id = '%s' and state = 'held'
                """.formatted(customer.id()));
        reachable(world, save, customer);
        int freed = 0;
        for (int some; (some = world.as("ada", () -> outbox.releaseSome(world.moorings))) > 0; ) freed += some;
        assertThat(freed).isEqualTo(10_001);
        assertThat(message(world, invoice).state()).isEqualTo(MessageState.WAITING);
        world.asOwner(
                "delete from message_recipient r using message m where m.id = r.message_id and m.kind = 'confirmation' and m.customer_id = '%1$s'; delete from message where kind = 'confirmation' and customer_id = '%1$s'"
                        .formatted(customer.id()));
    }
}
