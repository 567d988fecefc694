package exactum.bench;

import exactum.app.messages.EagerSockets;
import exactum.app.messages.Message;
import jakarta.activation.DataHandler;
import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import jakarta.mail.Transport;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeBodyPart;
import jakarta.mail.internet.MimeMessage;
import jakarta.mail.internet.MimeMultipart;
import jakarta.mail.util.ByteArrayDataSource;
import jakarta.mail.util.StreamProvider;
import java.util.List;
import java.util.Properties;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;

/** The mail library alone: as it comes: the same letter with the same file to one address after another, on as many lines as ours has. */
final class PlainMails {
    private final int port;
    private static final String STREAMS = StreamProvider.class.getName();
    private final Message.Sent letter;
    private final byte[] file;

    PlainMails(int port, Message.Sent letter, byte[] file) {
        this.port = port;
        this.letter = letter;
        this.file = file;
    }

    void send(int messages, int lines) throws InterruptedException, ExecutionException {
        String ours = System.clearProperty(STREAMS);
        try (var pool = Executors.newFixedThreadPool(lines)) {
            List<Callable<Void>> senders = IntStream.range(0, lines)
                    .mapToObj(i -> (Callable<Void>) () -> send(messages / lines + (i < messages % lines ? 1 : 0)))
                    .toList();
            for (Future<Void> sender : pool.invokeAll(senders)) sender.get();
        } finally {
            System.setProperty(STREAMS, ours);
        }
    }

    private Void send(int messages) throws MessagingException {
        var properties = new Properties();
        properties.put("mail.smtp.socketFactory.class", EagerSockets.class.getName());
        Session session = Session.getInstance(properties);
        try (Transport line = session.getTransport("smtp")) {
            line.connect("127.0.0.1", port, null, null);
            for (int i = 0; i < messages; i++) {
                MimeMessage mail = mail(session);
                line.sendMessage(mail, mail.getAllRecipients());
            }
        }
        return null;
    }

    private MimeMessage mail(Session session) throws MessagingException {
        String name = UUID.randomUUID().toString();
        var mail = new MimeMessage(session);
        mail.setFrom(new InternetAddress(letter.from().address()));
        mail.setRecipients(MimeMessage.RecipientType.TO, name + "@bench.example");
        mail.setSubject(letter.subjectLine(), "UTF-8");
        var words = new MimeBodyPart();
        words.setText(letter.body(), "UTF-8");
        var paper = new MimeBodyPart();
        paper.setDataHandler(new DataHandler(new ByteArrayDataSource(file, "application/pdf")));
        paper.setFileName("invoice.pdf");
        mail.setContent(new MimeMultipart(words, paper));
        mail.saveChanges();
        return mail;
    }
}
