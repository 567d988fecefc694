package exactum.standins.mailbox;

import exactum.standins.StandinSettings;
import exactum.standins.shelf.Shelf;
import exactum.standins.shelf.Shelves;
import jakarta.mail.BodyPart;
import jakarta.mail.MessagingException;
import jakarta.mail.Multipart;
import jakarta.mail.Part;
import jakarta.mail.Session;
import jakarta.mail.internet.MimeMessage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Comparator;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.Properties;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.stereotype.Component;
import org.subethamail.smtp.server.SMTPServer;

/** Takes mail by SMTP for everybody and keeps it; a message that comes again under its Message-ID is kept once. */
@Component
public class Mailbox implements DisposableBean {
    private static final Session SESSION = Session.getInstance(new Properties());
    private final Shelf<Mail> shelf;
    private final Path files;
    private final Reports reports;
    private final SMTPServer server;

    Mailbox(StandinSettings settings, Shelves shelves, Reports reports) throws IOException {
        this.reports = reports;
        shelf = shelves.of("mailbox/index", Mail.class);
        files = Files.createDirectories(settings.home().resolve("mailbox/files"));
        server = SMTPServer.port(settings.smtpPort())
                .bindAddress(InetAddress.getLoopbackAddress())
                .messageHandlerFactory(context -> new Delivery(this::take))
                .build();
        server.start();
    }

    /** A message as lists show it. */
    public record Mail(
            String id, String to, String from, String subject, String text, String attachment, Instant receivedAt) {}

    public List<Mail> newest(String words) {
        String wanted = words.toLowerCase(java.util.Locale.ROOT);
        return shelf.newest(Comparator.comparing(Mail::receivedAt)).stream()
                .filter(m -> (m.to() + " " + m.subject())
                        .toLowerCase(java.util.Locale.ROOT)
                        .contains(wanted))
                .limit(100)
                .toList();
    }

    public Optional<Mail> find(String id) {
        return shelf.find(id);
    }

    public byte[] attachment(Mail mail) {
        try {
            return Files.readAllBytes(files.resolve(mail.id() + ".pdf"));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private void take(String sender, String to, byte[] data) {
        try {
            var message = new MimeMessage(SESSION, new ByteArrayInputStream(data));
            if (reports.isGone(to)) {
                reports.report(sender, to, message);
                return;
            }
            String key = message.getMessageID() + to;
            String id = HexFormat.of()
                    .formatHex(java.security.MessageDigest.getInstance("SHA-256")
                            .digest(key.getBytes(java.nio.charset.StandardCharsets.UTF_8)))
                    .substring(0, 24);
            if (shelf.find(id).isPresent()) return;
            var text = new StringBuilder();
            String attachment = read(message, id, text);
            shelf.put(
                    id,
                    new Mail(
                            id,
                            to,
                            message.getFrom()[0].toString(),
                            message.getSubject(),
                            text.toString(),
                            attachment,
                            Instant.now()));
        } catch (MessagingException | IOException | java.security.NoSuchAlgorithmException e) {
            throw new IllegalStateException("The message could not be read", e);
        }
    }

    /** Collects the text, keeps a PDF, and answers its name or an empty text. */
    private String read(Part part, String id, StringBuilder text) throws MessagingException, IOException {
        if (part.getContent() instanceof Multipart parts) {
            String attachment = "";
            for (int i = 0; i < parts.getCount(); i++) {
                BodyPart one = parts.getBodyPart(i);
                String found = read(one, id, text);
                if (!found.isEmpty()) attachment = found;
            }
            return attachment;
        }
        if (part.isMimeType("application/pdf")) {
            Files.write(files.resolve(id + ".pdf"), part.getInputStream().readAllBytes());
            return part.getFileName();
        }
        if (part.isMimeType("text/plain")) text.append(part.getContent());
        return "";
    }

    @Override
    public void destroy() {
        server.stop();
    }
}
