package exactum.standins.mailbox;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.standins.Desktop;
import jakarta.mail.internet.MimeMessage;
import java.nio.charset.StandardCharsets;
import java.util.Properties;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.core.io.ByteArrayResource;
import org.springframework.mail.javamail.JavaMailSenderImpl;
import org.springframework.mail.javamail.MimeMessageHelper;

/** The mailbox of everybody, by SMTP and by its page. */
class MailboxTest {
    private Desktop desktop;

    @BeforeEach
    void open() throws Exception {
        desktop = new Desktop();
    }

    @AfterEach
    void close() {
        desktop.close();
    }

    private void send(String id, String to, String subject) throws Exception {
        send(id, subject, new String[] {to});
    }

    private void send(String id, String subject, String[] to) throws Exception {
        var sender = new JavaMailSenderImpl();
        sender.setHost("127.0.0.1");
        sender.setPort(desktop.smtpPort);
        sender.setJavaMailProperties(new Properties());
        MimeMessage message = new MimeMessage(sender.getSession()) {
            @Override
            protected void updateMessageID() throws jakarta.mail.MessagingException {
                setHeader("Message-ID", "<" + id + "@larkwater.example>");
            }
        };
        var helper = new MimeMessageHelper(message, true, "UTF-8");
        helper.setFrom("office@larkwater.example");
        helper.setTo(to);
        helper.setSubject(subject);
        helper.setText("Grüße. Pay at http://127.0.0.1:8480/pay/abc and be glad.");
        helper.addAttachment(
                "LW-2026-0001.pdf",
                new ByteArrayResource("%PDF-1.7 made up".getBytes(StandardCharsets.US_ASCII)),
                "application/pdf");
        sender.send(message);
    }

    @Test
    void a_letter_that_comes_twice_is_kept_once_with_its_link_and_paper() throws Exception {
        send("m1", "écluse@lakeside.example".replace("é", "e"), "Invoice Ä-1");
        send("m1", "ecluse@lakeside.example", "Invoice Ä-1");
        desktop.restart();
        var mails = desktop.bean(Mailbox.class).newest("");
        assertThat(mails).hasSize(1);
        Mailbox.Mail mail = mails.getFirst();
        assertThat(mail.subject()).isEqualTo("Invoice Ä-1");
        assertThat(mail.text()).startsWith("Grüße");
        assertThat(mail.attachment()).isEqualTo("LW-2026-0001.pdf");
        assertThat(new String(desktop.bean(Mailbox.class).attachment(mail), StandardCharsets.US_ASCII))
                .startsWith("%PDF");
        assertThat(desktop.get("/mailbox/" + mail.id()).body()).contains("href=\"http://127.0.0.1:8480/pay/abc\"");
        assertThat(desktop.get("/mailbox/" + mail.id() + "/attachment.pdf")
                        .headers()
                        .firstValue("content-disposition"))
                .hasValue("inline; filename=\"LW-2026-0001.pdf\"");
    }

    @Test
    void each_recipient_has_it() throws Exception {
        send("m1", "Invoice LW-1", new String[] {"anna@lakeside.example", "bert@lakeside.example"});
        assertThat(desktop.bean(Mailbox.class).newest("LW-1"))
                .extracting(Mailbox.Mail::to)
                .containsExactlyInAnyOrder("anna@lakeside.example", "bert@lakeside.example");
    }

    @Test
    void it_is_found_by_address_and_subject_in_any_case() throws Exception {
        send("m1", "anna@lakeside.example", "Invoice LW-1");
        send("m2", "bert@lakeside.example", "Invoice LW-2");
        Mailbox mailbox = desktop.bean(Mailbox.class);
        assertThat(mailbox.newest("ANNA")).hasSize(1);
        assertThat(mailbox.newest("lw-2")).extracting(Mailbox.Mail::to).containsExactly("bert@lakeside.example");
        assertThat(mailbox.newest("nobody")).isEmpty();
        assertThat(desktop.get("/mailbox?q=bert").body())
                .contains("Invoice LW-2")
                .doesNotContain("Invoice LW-1");
        assertThat(desktop.get("/mailbox/0123456789abcdef01234567").statusCode())
                .isEqualTo(404);
    }
}
