package exactum.app.messages;

import jakarta.activation.DataHandler;
import jakarta.mail.MessagingException;
import jakarta.mail.Part;
import jakarta.mail.Session;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeBodyPart;
import jakarta.mail.internet.MimeMultipart;
import jakarta.mail.util.ByteArrayDataSource;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.io.UnsupportedEncodingException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Date;
import java.util.Properties;
import org.eclipse.angus.mail.smtp.SMTPMessage;

/** A letter as mail (RFC 5322, RFC 2045); its Message-ID is that of the message, so that a second sending is known as the same. */
final class Mime extends SMTPMessage {
    private static final String UTF_8 = StandardCharsets.UTF_8.name();
    private final String id;

    private Mime(Session session, String id) {
        super(session);
        this.id = id;
    }

    static Mime of(Session session, Message message, Letter letter) throws MessagingException {
        return of(session, message, letter, Instant.now());
    }

    private static Mime of(Session session, Message message, Letter letter, Instant at) throws MessagingException {
        var mime = new Mime(session, message.id().toString());
        mime.setFrom(sender(letter.sender()));
        for (String address : message.addresses())
            mime.addRecipient(RecipientType.TO, new InternetAddress(address, true));
        mime.setSubject(letter.subjectLine(), UTF_8);
        mime.setSentDate(Date.from(at));
        if (letter.attachments().isEmpty()) mime.setText(letter.body(), UTF_8);
        else mime.setContent(parts(letter));
        mime.saveChanges();
        return mime;
    }

    private static MimeMultipart parts(Letter letter) throws MessagingException {
        var parts = new MimeMultipart();
        var words = new MimeBodyPart();
        words.setText(letter.body(), UTF_8);
        parts.addBodyPart(words);
        for (Letter.Attachment file : letter.attachments()) {
            var part = new MimeBodyPart();
            part.setDataHandler(new DataHandler(new ByteArrayDataSource(file.content(), file.type())));
            part.setFileName(file.name());
            part.setDisposition(Part.ATTACHMENT);
            parts.addBodyPart(part);
        }
        return parts;
    }

    /** The file of a mail (message/rfc822) as it went at that time. */
    static byte[] file(Message message, Letter letter, Instant at) {
        try {
            var out = new ByteArrayOutputStream();
            of(Session.getInstance(new Properties()), message, letter, at).writeTo(out);
            return out.toByteArray();
        } catch (MessagingException broken) {
            throw new IllegalStateException(broken);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** A name with commas or letters beyond ASCII is quoted or encoded as RFC 5322 and RFC 2047 have it. */
    private static InternetAddress sender(Letter.Sender sender) throws MessagingException {
        var address = new InternetAddress(sender.address(), true);
        try {
            address.setPersonal(sender.name(), StandardCharsets.UTF_8.name());
        } catch (UnsupportedEncodingException e) {
            throw new IllegalStateException(e);
        }
        return address;
    }

    @Override
    protected void updateMessageID() throws MessagingException {
        setHeader("Message-ID", "<" + id + "@exactum>");
    }
}
