package exactum.standins.mailbox;

import exactum.standins.StandinSettings;
import exactum.standins.shelf.Shelf;
import exactum.standins.shelf.Shelves;
import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeBodyPart;
import jakarta.mail.internet.MimeMessage;
import jakarta.mail.internet.MimeMultipart;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Properties;
import java.util.UUID;
import org.springframework.stereotype.Component;

/**
 * Addresses that a person here says do not exist any more, and the reports (RFC 3464) that go back about mail for them. A report waits
 * until it is fetched by POP3.
 */
@Component
public class Reports {
    private static final Session SESSION = Session.getInstance(new Properties());
    private final Shelf<Gone> gone;
    private final Shelf<Waiting> waiting;

    Reports(StandinSettings settings, Shelves shelves) {
        gone = shelves.of("mailbox/gone", Gone.class);
        waiting = shelves.of("mailbox/reports", Waiting.class);
    }

    /** An address that is not there any more. */
    public record Gone(String address) {}

    /** A report that waits, as it came over the line. */
    public record Waiting(String id, String mail, Instant at) {}

    public List<Gone> gone() {
        return gone.newest(Comparator.comparing(Gone::address));
    }

    public void goes(String address) {
        String known = address.strip().toLowerCase(Locale.ROOT);
        gone.put(key(known), new Gone(known));
    }

    public void isBack(String address) {
        gone.remove(key(address.strip().toLowerCase(Locale.ROOT)));
    }

    private static String key(String address) {
        return address.replaceAll("[^a-z0-9]", "-");
    }

    boolean isGone(String address) {
        return gone.find(key(address.toLowerCase(Locale.ROOT))).isPresent();
    }

    /** Reports to the sender on the envelope that a mail did not arrive. */
    void report(String sender, String recipient, MimeMessage mail) throws MessagingException, IOException {
        if (sender == null || sender.isBlank()) return;
        String id = UUID.randomUUID().toString();
        waiting.put(id, new Waiting(id, text(sender, recipient, mail), Instant.now()));
    }

    private static String text(String sender, String recipient, MimeMessage mail)
            throws MessagingException, IOException {
        var report = new MimeMessage(SESSION);
        report.setFrom(new InternetAddress("mailer-daemon@mailbox.example"));
        report.setRecipient(jakarta.mail.Message.RecipientType.TO, new InternetAddress(sender));
        report.setSubject("Undelivered mail");
        var parts = new MimeMultipart("report; report-type=delivery-status");
        var words = new MimeBodyPart();
        words.setText("The mail could not be delivered to " + recipient + ".", "UTF-8");
        parts.addBodyPart(words);
        parts.addBodyPart(part("message/delivery-status", """
                Reporting-MTA: dns; mailbox.example\r
                \r
                Original-Recipient: rfc822;%1$s\r
                Final-Recipient: rfc822;%1$s\r
                Action: failed\r
                Status: 5.1.1\r
                Diagnostic-Code: smtp; 550 5.1.1 no such mailbox\r
                """.formatted(recipient)));
        parts.addBodyPart(part(
                "text/rfc822-headers",
                "Message-ID: %s\r\nSubject: %s\r\n".formatted(mail.getMessageID(), mail.getSubject())));
        report.setContent(parts);
        report.saveChanges();
        var out = new ByteArrayOutputStream();
        report.writeTo(out);
        return out.toString(StandardCharsets.UTF_8);
    }

    private static MimeBodyPart part(String type, String text) throws MessagingException {
        var headers = new jakarta.mail.internet.InternetHeaders();
        headers.addHeader("Content-Type", type);
        return new MimeBodyPart(headers, text.getBytes(StandardCharsets.UTF_8));
    }

    /** Those that wait, the oldest first. */
    List<Waiting> waiting() {
        return waiting.newest(Comparator.comparing(Waiting::at)).reversed();
    }

    void fetched(String id) {
        waiting.remove(id);
    }
}
