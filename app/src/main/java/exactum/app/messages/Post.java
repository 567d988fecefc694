package exactum.app.messages;

import exactum.core.text.CleanText;
import jakarta.mail.Address;
import jakarta.mail.MessagingException;
import jakarta.mail.SendFailedException;
import jakarta.mail.Session;
import jakarta.mail.Transport;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.util.StreamProvider;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.eclipse.angus.mail.smtp.SMTPAddressFailedException;
import org.eclipse.angus.mail.smtp.SMTPMessage;
import org.eclipse.angus.mail.util.MailStreamProvider;
import org.springframework.mail.javamail.JavaMailSenderImpl;

/**
 * One line to the mail server (SMTP, RFC 5321), on which message after message goes out. A message is given up for the addresses that
 * the server refuses, and goes to the others.
 */
final class Post implements AutoCloseable {
    private static final int LONGEST = 300;
    /** A line that has rested for so long is asked whether it is still there. */
    private static final Duration RESTED = Duration.ofSeconds(5);

    private static final String STREAMS = StreamProvider.class.getName();
    private final JavaMailSenderImpl mail;
    private final ReturnPath paths;
    private final ReportSettings reports;
    private final Session session;
    private Transport line;
    private Instant lastUsed = Instant.MIN;

    /** Named once: the mail library else goes through all that it was started with for each part of each mail. */
    static {
        if (System.getProperty(STREAMS) == null) System.setProperty(STREAMS, MailStreamProvider.class.getName());
    }

    Post(JavaMailSenderImpl mail, ReturnPath paths, ReportSettings reports) {
        this.mail = mail;
        this.paths = paths;
        this.reports = reports;
        this.session = mail.getSession();
    }

    /**
     * Sends it to those of its addresses that still wait for it.
     *
     * @throws MessagingException if the server cannot be reached, or breaks off: it may have been taken, or not
     */
    Delivered send(Message message, Letter letter) throws MessagingException {
        Address[] to = addresses(message.waiting());
        SMTPMessage mime = Mime.of(session, message, letter);
        if (reports.isThere()) mime.setEnvelopeFrom(paths.of(reports.address(), message.id()));
        try {
            open().sendMessage(mime, to);
            lastUsed = Instant.now();
            return new Delivered(message.waiting(), List.of(), List.of());
        } catch (SendFailedException partly) {
            return delivered(partly);
        } catch (MessagingException broken) {
            close();
            throw broken;
        }
    }

    private Transport open() throws MessagingException {
        if (line != null && (lastUsed.plus(RESTED).isAfter(Instant.now()) || line.isConnected())) return line;
        line = session.getTransport("smtp");
        line.connect(mail.getHost(), mail.getPort(), mail.getUsername(), mail.getPassword());
        return line;
    }

    /** A permanent answer is 5xx, one that may pass is 4xx (RFC 5321, 4.2.1). */
    private static Delivered delivered(SendFailedException partly) throws MessagingException {
        Map<String, Delivered.Said> said = new HashMap<>();
        for (Exception e = partly; e instanceof MessagingException m; e = m.getNextException()) {
            if (m instanceof SMTPAddressFailedException failed)
                said.put(
                        failed.getAddress().getAddress(),
                        new Delivered.Said(
                                failed.getAddress().getAddress(),
                                Integer.toString(failed.getReturnCode()),
                                shortened(failed)));
        }
        if (said.isEmpty()) throw partly;
        var refused = new ArrayList<Delivered.Said>();
        var later = new ArrayList<Delivered.Said>();
        said.values().forEach(s -> (s.code().startsWith("4") ? later : refused).add(s));
        List<String> sent = partly.getValidSentAddresses() == null
                ? List.of()
                : Arrays.stream(partly.getValidSentAddresses())
                        .map(a -> ((InternetAddress) a).getAddress())
                        .toList();
        return new Delivered(sent, refused, later);
    }

    private static Address[] addresses(List<String> all) throws MessagingException {
        var addresses = new Address[all.size()];
        for (int i = 0; i < addresses.length; i++) addresses[i] = new InternetAddress(all.get(i), true);
        return addresses;
    }

    static String shortened(Throwable problem) {
        return CleanText.harmless(
                String.valueOf(problem.getMessage()).lines().findFirst().orElse(""), LONGEST);
    }

    @Override
    public void close() {
        if (line == null) return;
        try {
            line.close();
        } catch (MessagingException gone) {
            // it is closed all the same
        }
        line = null;
    }
}
