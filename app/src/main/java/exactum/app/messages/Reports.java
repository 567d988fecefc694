package exactum.app.messages;

import exactum.core.ids.MessageId;
import jakarta.mail.Flags;
import jakarta.mail.Folder;
import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import jakarta.mail.Store;
import jakarta.mail.internet.MimeMessage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Optional;
import java.util.Properties;
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
        } catch (MessagingException | IOException away) {
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

    /** What the database or the line does not allow now is left in the mailbox for the next time. */
    private boolean takeIn(MimeMessage mail) throws MessagingException, IOException {
        Optional<BounceReport> report = mail.getSize() > MOST_BYTES ? Optional.empty() : BounceReport.read(raw(mail));
        boolean fits = Boolean.TRUE.equals(transaction.execute(s -> isTakenIn(report)));
        mail.setFlag(Flags.Flag.DELETED, true);
        return fits;
    }

    private static byte[] raw(MimeMessage mail) throws MessagingException, IOException {
        var out = new ByteArrayOutputStream();
        mail.writeTo(out);
        return out.toByteArray();
    }

    private boolean isTakenIn(Optional<BounceReport> report) {
        Optional<MessageId> about = report.flatMap(
                r -> r.to().stream().flatMap(to -> paths.message(to).stream()).findFirst());
        boolean fits = about.isPresent()
                && recipients.markBounced(about.get(), report.orElseThrow().failed());
        if (!fits) recipients.countStray();
        return fits;
    }
}
