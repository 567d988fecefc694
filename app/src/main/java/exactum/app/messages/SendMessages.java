package exactum.app.messages;

import exactum.app.documents.Invoice;
import exactum.app.documents.InvoiceStore;
import exactum.app.links.PaymentLinks;
import exactum.app.pdf.InvoicePdfs;
import exactum.app.text.Texts;
import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import jakarta.mail.internet.MimeMessage;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import org.springframework.core.io.ByteArrayResource;
import org.springframework.mail.MailException;
import org.springframework.mail.javamail.JavaMailSenderImpl;
import org.springframework.mail.javamail.MimeMessageHelper;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Sends what waits in the outbox, one message a transaction. Killed between sending and noting it, the message goes
 * out again under the same Message-ID, by which a mailbox knows it.
 */
@Component
public class SendMessages {
    private static final List<Duration> RETRIES = List.of(
            Duration.ofSeconds(10),
            Duration.ofMinutes(1),
            Duration.ofMinutes(10),
            Duration.ofHours(1),
            Duration.ofHours(6));
    private static final int SENDERS = 3;
    private final Outbox outbox;
    private final InvoiceStore invoices;
    private final InvoicePdfs pdfs;
    private final PaymentLinks links;
    private final JavaMailSenderImpl mail;
    private final TransactionTemplate transaction;

    SendMessages(
            Outbox outbox,
            InvoiceStore invoices,
            InvoicePdfs pdfs,
            PaymentLinks links,
            JavaMailSenderImpl mail,
            TransactionTemplate transaction) {
        this.outbox = outbox;
        this.invoices = invoices;
        this.pdfs = pdfs;
        this.links = links;
        this.mail = mail;
        this.transaction = transaction;
    }

    private record Letter(String subject, String body) {}

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
        while (Boolean.TRUE.equals(transaction.execute(status -> sendNext()))) handled++;
        return handled;
    }

    private boolean sendNext() {
        Message message = outbox.lockNext().orElse(null);
        if (message == null) return false;
        try {
            Invoice invoice = invoices.get(message.invoiceId());
            Letter letter = letter(message, invoice);
            send(message, invoice, letter);
            outbox.markSent(message.id(), letter.subject(), letter.body());
        } catch (MailException | MessagingException problem) {
            boolean over = message.attempts() >= RETRIES.size();
            outbox.markTried(
                    message.id(),
                    shortened(problem),
                    OffsetDateTime.now().plus(RETRIES.get(Math.min(message.attempts(), RETRIES.size() - 1))),
                    over);
        }
        return true;
    }

    private void send(Message message, Invoice invoice, Letter letter) throws MessagingException {
        MimeMessage mime = new IdentifiedMessage(mail.getSession(), message.id());
        var helper = new MimeMessageHelper(mime, true, StandardCharsets.UTF_8.name());
        helper.setFrom("%s <%s>"
                .formatted(invoice.seller().senderName(), invoice.seller().mailFrom()));
        helper.setTo(message.address());
        helper.setSubject(letter.subject());
        helper.setText(letter.body());
        if (!message.kind().equals("confirmation"))
            helper.addAttachment(invoice.number() + ".pdf", new ByteArrayResource(pdfs.of(invoice)), "application/pdf");
        mail.send(mime);
    }

    private Letter letter(Message message, Invoice i) {
        String sender = i.seller().senderName();
        String link = links.address(links.ofInvoice(i.id()));
        return switch (message.kind()) {
            case "confirmation" ->
                new Letter("Payment received for invoice " + i.number(), """
                    Dear %s,

                    thank you. We received %s for invoice %s of %s.
                    %s

                    %s
                    """.formatted(
                                i.buyer().name(),
                                outbox.received(message.receiptId()).withCurrency(),
                                i.number(),
                                Texts.day(i.date()),
                                i.open().isZero()
                                        ? "The invoice is paid in full; nothing is left to do."
                                        : i.open().withCurrency() + " is still open.",
                                sender));
            case "reminder" ->
                new Letter("Invoice " + i.number() + " is still open", """
                    Dear %s,

                    invoice %s of %s over %s was due on %s, and %s is open. You can pay by card here:
                    %s

                    If you have paid meanwhile, thank you, and please disregard this.

                    %s
                    """.formatted(
                                i.buyer().name(),
                                i.number(),
                                Texts.day(i.date()),
                                i.gross().withCurrency(),
                                Texts.day(i.dueDate()),
                                i.open().withCurrency(),
                                link,
                                sender));
            default ->
                new Letter("Invoice %s from %s".formatted(i.number(), sender), """
                    Dear %s,

                    your invoice %s of %s over %s is attached. It is due on %s.
                    You can pay by card here:
                    %s

                    %s
                    """.formatted(
                                i.buyer().name(),
                                i.number(),
                                Texts.day(i.date()),
                                i.gross().withCurrency(),
                                Texts.day(i.dueDate()),
                                link,
                                sender));
        };
    }

    private static String shortened(Exception problem) {
        String text = String.valueOf(problem.getMessage()).lines().findFirst().orElse("");
        return text.length() > 300 ? text.substring(0, 300) : text;
    }

    /** Keeps its Message-ID, so that a second sending is known as the same message. */
    private static final class IdentifiedMessage extends MimeMessage {
        private final UUID id;

        private IdentifiedMessage(Session session, UUID id) {
            super(session);
            this.id = id;
        }

        @Override
        protected void updateMessageID() throws MessagingException {
            setHeader("Message-ID", "<" + id + "@exactum>");
        }
    }
}
