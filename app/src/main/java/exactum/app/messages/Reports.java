package exactum.app.messages;

import exactum.core.ids.MessageId;
import exactum.formats.mail.DeliveryStatus;
import jakarta.mail.BodyPart;
import jakarta.mail.Folder;
import jakarta.mail.Message.RecipientType;
import jakarta.mail.MessagingException;
import jakarta.mail.Multipart;
import jakarta.mail.Part;
import jakarta.mail.Session;
import jakarta.mail.Store;
import jakarta.mail.internet.MimeMessage;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Properties;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Reads what mail servers report (RFC 3464) from a mailbox of ours (POP3, RFC 1939): each report is stored, and taken from the mailbox
 * after that. One that fits no message of ours, or was made up, changes nothing and is counted.
 */
@Component
public class Reports {
    private static final Logger LOG = LoggerFactory.getLogger(Reports.class);
    private static final int MOST_AT_ONCE = 200;
    private static final int MOST_BYTES = 1 << 20;
    private final ReportSettings settings;
    private final ReturnPath paths;
    private final RecipientStore recipients;
    private final TransactionTemplate transaction;

    Reports(ReportSettings settings, ReturnPath paths, RecipientStore recipients, TransactionTemplate transaction) {
        this.settings = settings;
        this.paths = paths;
        this.recipients = recipients;
        this.transaction = transaction;
    }

    /** Takes in what is there; answers how many reports fitted. */
    public int takeIn() {
        if (!settings.isThere()) return 0;
        try (Store store = session().getStore("pop3")) {
            store.connect(settings.host(), settings.port(), settings.user(), settings.password());
            try (Folder inbox = store.getFolder("INBOX")) {
                inbox.open(Folder.READ_WRITE);
                int fitted = 0;
                int there = Math.min(inbox.getMessageCount(), MOST_AT_ONCE);
                for (int i = 1; i <= there; i++) fitted += takeIn((MimeMessage) inbox.getMessage(i)) ? 1 : 0;
                return fitted;
            }
        } catch (MessagingException away) {
            LOG.warn("the mailbox of reports does not answer: {}", away.getMessage());
            return 0;
        }
    }

    private static Session session() {
        var properties = new Properties();
        properties.put("mail.pop3.connectiontimeout", "5000");
        properties.put("mail.pop3.timeout", "20000");
        return Session.getInstance(properties);
    }

    private boolean takeIn(MimeMessage mail) throws MessagingException {
        boolean fits = false;
        try {
            Optional<MessageId> about = addresses(mail)
                    .map(paths::message)
                    .flatMap(Optional::stream)
                    .findFirst();
            List<DeliveryStatus.AtAddress> failed = mail.getSize() > MOST_BYTES ? List.of() : failed(mail);
            fits = about.isPresent()
                    && !failed.isEmpty()
                    && Boolean.TRUE.equals(transaction.execute(s -> recipients.markBounced(about.get(), failed)));
            if (!fits) transaction.executeWithoutResult(s -> recipients.countStray());
        } catch (IOException | RuntimeException unreadable) {
            LOG.warn("a report could not be read", unreadable);
        }
        mail.setFlag(jakarta.mail.Flags.Flag.DELETED, true);
        return fits;
    }

    /** Where the report was sent to, by what its headers say. */
    private static Stream<String> addresses(MimeMessage mail) throws MessagingException {
        Stream<String> to = mail.getRecipients(RecipientType.TO) == null
                ? Stream.empty()
                : Arrays.stream(mail.getRecipients(RecipientType.TO)).map(Objects::toString);
        return Stream.of(to, header(mail, "Delivered-To"), header(mail, "X-Original-To"))
                .flatMap(s -> s);
    }

    private static Stream<String> header(MimeMessage mail, String name) throws MessagingException {
        return mail.getHeader(name) == null ? Stream.empty() : Arrays.stream(mail.getHeader(name));
    }

    private static List<DeliveryStatus.AtAddress> failed(Part part) throws MessagingException, IOException {
        if (part.isMimeType("message/delivery-status"))
            return DeliveryStatus.read(new String(part.getInputStream().readNBytes(MOST_BYTES), StandardCharsets.UTF_8))
                    .stream()
                    .filter(DeliveryStatus.AtAddress::isFailed)
                    .toList();
        if (part.isMimeType("multipart/*") && part.getContent() instanceof Multipart parts)
            for (int i = 0; i < Math.min(parts.getCount(), 20); i++) {
                BodyPart one = parts.getBodyPart(i);
                List<DeliveryStatus.AtAddress> found = failed(one);
                if (!found.isEmpty()) return found;
            }
        return List.of();
    }
}
