package exactum.app.messages;

import exactum.core.text.CleanText;
import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeMessage;
import java.io.UnsupportedEncodingException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.OffsetDateTime;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.core.io.ByteArrayResource;
import org.springframework.mail.MailException;
import org.springframework.mail.javamail.JavaMailSenderImpl;
import org.springframework.mail.javamail.MimeMessageHelper;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Sends what waits in the outbox: takes a message, writes and sends it outside any transaction, and records what became of
 * it. One that cannot be written or sent counts as tried and never stops the next. Killed between sending and recording,
 * it goes out again under the same Message-ID, by which a mailbox knows it.
 */
@Component
public class SendMessages {
    private static final Logger LOG = LoggerFactory.getLogger(SendMessages.class);
    private static final List<Duration> RETRIES = List.of(
            Duration.ofSeconds(10),
            Duration.ofMinutes(1),
            Duration.ofMinutes(10),
            Duration.ofHours(1),
            Duration.ofHours(6));
    private static final Duration LEASE = Duration.ofMinutes(1);
    private static final int SENDERS = 3;
    private final MessageStore messages;
    private final Map<MessageKind, LetterWriter> writers = new EnumMap<>(MessageKind.class);
    private final JavaMailSenderImpl mail;
    private final TransactionTemplate transaction;

    SendMessages(
            MessageStore messages, List<LetterWriter> all, JavaMailSenderImpl mail, TransactionTemplate transaction) {
        this.messages = messages;
        this.mail = mail;
        this.transaction = transaction;
        all.forEach(writer -> writer.kinds().forEach(kind -> writers.put(kind, writer)));
    }

    /** Sends all whose time has come and answers how many were handled. */
    public int sendAll() {
        try (var pool = Executors.newFixedThreadPool(SENDERS)) {
            List<Future<Integer>> senders = pool.invokeAll(IntStream.range(0, SENDERS)
                    .mapToObj(i -> (Callable<Integer>) this::sendWhileThereAre)
                    .toList());
            int handled = 0;
            for (Future<Integer> sender : senders) handled += sender.get();
            return handled;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return 0;
        } catch (ExecutionException e) {
            throw new IllegalStateException(e.getCause());
        }
    }

    private int sendWhileThereAre() {
        int handled = 0;
        for (Optional<Message> next; (next = take()).isPresent(); handled++) send(next.get());
        return handled;
    }

    private Optional<Message> take() {
        return transaction.execute(status -> messages.take(LEASE));
    }

    private void send(Message message) {
        try {
            Letter written = writers.get(message.kind()).write(message);
            Letter letter = message.own() == null ? written : written.saying(message.own());
            send(message, letter);
            transaction.executeWithoutResult(s -> messages.markSent(message.business(), message.id(), letter));
        } catch (MailException | MessagingException problem) {
            tried(message, problem);
        } catch (RuntimeException | StackOverflowError | LinkageError fault) {
            LOG.error("message {} could not be written", message.id(), fault);
            tried(message, fault);
        }
    }

    private void tried(Message message, Throwable problem) {
        boolean over = message.attempts() > RETRIES.size();
        Duration pause = RETRIES.get(Math.min(message.attempts(), RETRIES.size()) - 1);
        transaction.executeWithoutResult(s -> messages.markTried(
                message.business(),
                message.id(),
                shortened(problem),
                OffsetDateTime.now().plus(pause),
                over));
    }

    private void send(Message message, Letter letter) throws MessagingException {
        MimeMessage mime = new IdentifiedMessage(mail.getSession(), message.id().toString());
        var helper = new MimeMessageHelper(mime, true, StandardCharsets.UTF_8.name());
        helper.setFrom(sender(letter.sender()));
        for (String address : message.addresses()) helper.addTo(new InternetAddress(address, true));
        helper.setSubject(letter.subjectLine());
        helper.setText(letter.body());
        for (Letter.Attachment file : letter.attachments())
            helper.addAttachment(file.name(), new ByteArrayResource(file.content()), file.type());
        mail.send(mime);
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

    private static String shortened(Throwable problem) {
        return CleanText.harmless(
                String.valueOf(problem.getMessage()).lines().findFirst().orElse(""), 300);
    }

    /** Keeps its Message-ID, so that a second sending is known as the same message. */
    private static final class IdentifiedMessage extends MimeMessage {
        private final String id;

        private IdentifiedMessage(Session session, String id) {
            super(session);
            this.id = id;
        }

        @Override
        protected void updateMessageID() throws MessagingException {
            setHeader("Message-ID", "<" + id + "@exactum>");
        }
    }
}
