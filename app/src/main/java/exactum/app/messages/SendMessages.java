package exactum.app.messages;

import jakarta.mail.MessagingException;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.Function;
import java.util.stream.IntStream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.mail.javamail.JavaMailSenderImpl;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Sends what waits in the outbox: takes a few messages, writes and sends each outside any transaction, and records what became of
 * it. One that cannot be written or sent counts as tried and never stops the next. Killed between sending and recording, it goes out
 * again under the same Message-ID, by which a mailbox knows it.
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
    private static final int SENDERS = 3;
    private static final int TAKEN_AT_ONCE = 50;
    /** A sender that has been at it for so long gives the rest back; with the slowest answer of a server it is within the lease. */
    private static final Duration LONGEST_ROUND = Duration.ofSeconds(30);

    /** For so long what was read for a round counts as how things stand. */
    private static final Duration FRESH = Duration.ofSeconds(5);

    private static final Duration LEASE = Duration.ofMinutes(3);
    private final MessageStore messages;
    private final RecipientStore recipients;
    private final SentWholeStore whole;
    private final Letters letters;
    private final JavaMailSenderImpl mail;
    private final ReturnPath paths;
    private final ReportSettings reports;
    private final TransactionTemplate transaction;

    SendMessages(
            MessageStore messages,
            RecipientStore recipients,
            SentWholeStore whole,
            Letters letters,
            JavaMailSenderImpl mail,
            ReturnPath paths,
            ReportSettings reports,
            TransactionTemplate transaction) {
        this.paths = paths;
        this.reports = reports;
        this.messages = messages;
        this.recipients = recipients;
        this.whole = whole;
        this.letters = letters;
        this.mail = mail;
        this.transaction = transaction;
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
        try (var post = new Post(mail, paths, reports)) {
            for (List<Message> taken; !(taken = take()).isEmpty(); ) handled += round(taken, post);
        }
        return handled;
    }

    private List<Message> take() {
        return transaction.execute(status -> messages.take(TAKEN_AT_ONCE, LEASE));
    }

    private int round(List<Message> taken, Post post) {
        Instant began = Instant.now();
        Function<Message, Letter> prepared = prepared(taken);
        int handled = 0;
        for (Message message : taken) {
            Duration since = Duration.between(began, Instant.now());
            if (since.compareTo(LONGEST_ROUND) > 0) break;
            send(message, since.compareTo(FRESH) > 0 ? letters::write : prepared, post);
            handled++;
        }
        List<Message> rest = taken.subList(handled, taken.size());
        if (!rest.isEmpty()) transaction.executeWithoutResult(s -> messages.giveBack(rest));
        return handled;
    }

    /** What cannot be read together is read for each by itself, so that one at fault stops no other. */
    private Function<Message, Letter> prepared(List<Message> taken) {
        try {
            return letters.writing(taken);
        } catch (RuntimeException fault) {
            LOG.warn("letters could not be prepared together", fault);
            return letters::write;
        }
    }

    private void send(Message message, Function<Message, Letter> writing, Post post) {
        try {
            Letter letter = writing.apply(message);
            Delivered delivered = post.send(message, letter);
            if (message.sent() == null && delivered.isEverywhere()) whole.record(message, letter);
            else transaction.executeWithoutResult(s -> record(message, letter, delivered));
        } catch (MessagingException problem) {
            tried(message, Post.shortened(problem));
        } catch (RuntimeException | StackOverflowError | LinkageError fault) {
            LOG.error("message {} could not be written", message.id(), fault);
            tried(message, Post.shortened(fault));
        }
    }

    /** It is sent where one address has it; what waits for another goes on waiting, until all tries are used up. */
    private void record(Message message, Letter letter, Delivered delivered) {
        boolean over = delivered.later().isEmpty() || isLast(message);
        recipients.mark(message, delivered, over);
        if (!delivered.sent().isEmpty()) messages.keepAsSent(message, letter);
        if (!over) messages.markTried(message, delivered.problem(), nextTry(message), false);
        else if (delivered.sent().isEmpty() && !message.isSentToAny())
            messages.markTried(message, delivered.problem(), nextTry(message), true);
        else messages.markSent(message, delivered.problem());
    }

    private void tried(Message message, String problem) {
        transaction.executeWithoutResult(s -> messages.markTried(message, problem, nextTry(message), isLast(message)));
    }

    private static boolean isLast(Message message) {
        return message.attempts() > RETRIES.size();
    }

    private static OffsetDateTime nextTry(Message message) {
        return OffsetDateTime.now().plus(RETRIES.get(Math.min(message.attempts(), RETRIES.size()) - 1));
    }
}
