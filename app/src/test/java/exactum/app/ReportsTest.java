package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.documents.Document;
import exactum.app.messages.FindMessages;
import exactum.app.messages.Message;
import exactum.app.messages.Recipient;
import exactum.app.messages.Reports;
import exactum.app.messages.SendMessages;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.mail.javamail.JavaMailSenderImpl;

/** What mail servers report later is read, and believed only where it answers a message of ours. */
@ExtendWith(RunningApp.class)
class ReportsTest {
    private static Message message(World world, Document about) {
        return world.bean(FindMessages.class)
                .ofDocument(world.moorings, about.id())
                .getFirst()
                .message();
    }

    private static int strays(World world) {
        return world.bean(DSLContext.class)
                .fetchSingle("select stray_reports from installation")
                .get(0, Integer.class);
    }

    @Test
    void a_bounce_is_a_decision_with_what_the_server_said(
            World world, SendMessages send, Reports reports, JavaMailSenderImpl mail) {
        Document invoice = world.sentInvoice(world.payer(), "100");
        String path;
        try (var server = new StubbornServer(mail)) {
            send.sendAll();
            path = server.taken().getFirst().from();
        }
        assertThat(path).startsWith("reports+").endsWith("@mail.example");
        String address = message(world, invoice).addresses().getFirst();
        world.reports.put(path, address.toUpperCase(java.util.Locale.ROOT), "failed", "5.1.1");
        assertThat(reports.takeIn()).isOne();
        assertThat(world.reports.mails()).isEmpty();
        assertThat(message(world, invoice).recipients()).singleElement().satisfies(r -> {
            assertThat(r.state()).isEqualTo(Recipient.State.BOUNCED);
            assertThat(r.code()).isEqualTo("5.1.1");
            assertThat(r.words()).isEqualTo("550 gone away");
        });
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/day").body()).contains("did not arrive at " + address + ": 5.1.1 550 gone away");
        }
    }

    @Test
    void what_is_made_up_unknown_delayed_or_no_report_changes_nothing(
            World world, SendMessages send, Reports reports, JavaMailSenderImpl mail) {
        Document invoice = world.sentInvoice(world.payer(), "100");
        String path;
        try (var server = new StubbornServer(mail)) {
            send.sendAll();
            path = server.taken().getFirst().from();
        }
        String address = message(world, invoice).addresses().getFirst();
        int before = strays(world);
        String forged = path.substring(0, path.length() - 20) + "0".repeat(7) + path.substring(path.length() - 13);
        world.reports.put(forged, address, "failed", "5.1.1");
        world.reports.put("reports@mail.example", address, "failed", "5.1.1");
        world.reports.put(path, "somebody@else.example", "failed", "5.1.1");
        world.reports.put(path, address, "delayed", "4.2.0");
        world.reports.mails().add("Subject: hello\n\nBuy this.\n");
        world.reports.mails().add("no mail at all");
        world.reports.put("a@b, @, <<" + path + ">", address, "delayed", "4.2.0");
        assertThat(reports.takeIn()).isZero();
        assertThat(world.reports.mails()).isEmpty();
        assertThat(message(world, invoice).lost()).isEmpty();
        assertThat(strays(world)).isEqualTo(before + 7);
    }
}
