package exactum.app;

import exactum.app.messages.SendMessages;
import jakarta.mail.MessagingException;
import jakarta.mail.Multipart;
import jakarta.mail.Session;
import jakarta.mail.internet.MimeMessage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.InetAddress;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Properties;
import java.util.concurrent.CopyOnWriteArrayList;
import org.jooq.DSLContext;
import org.springframework.mail.javamail.JavaMailSenderImpl;
import org.subethamail.smtp.server.SMTPServer;

/** A mail server that takes everything, while it is open; before and after nobody answers. */
final class MailServer implements AutoCloseable {
    private final List<MimeMessage> taken = new CopyOnWriteArrayList<>();
    private final SMTPServer smtp;
    private final JavaMailSenderImpl mail;
    private final int portBefore;

    MailServer(JavaMailSenderImpl mail) {
        this.mail = mail;
        portBefore = mail.getPort();
        smtp = SMTPServer.port(0)
                .bindAddress(InetAddress.getLoopbackAddress())
                .messageHandler((context, from, to, data) -> {
                    try {
                        taken.add(
                                new MimeMessage(Session.getInstance(new Properties()), new ByteArrayInputStream(data)));
                    } catch (MessagingException e) {
                        throw new IllegalStateException(e);
                    }
                })
                .build();
        smtp.start();
        mail.setPort(smtp.getPortAllocated());
    }

    List<MimeMessage> taken() {
        return taken;
    }

    /** All that was taken, as it came over the line. */
    String texts() {
        var all = new ByteArrayOutputStream();
        for (MimeMessage message : taken) {
            try {
                message.writeTo(all);
            } catch (IOException | MessagingException e) {
                throw new IllegalStateException(e);
            }
        }
        return all.toString(StandardCharsets.UTF_8);
    }

    /** The text of a message, without its files. */
    static String text(MimeMessage message) throws IOException, MessagingException {
        Object content = message.getContent();
        while (content instanceof Multipart parts)
            content = parts.getBodyPart(0).getContent();
        return content.toString();
    }

    /** What waits to be tried again may be tried now. */
    static void mayBeTriedNow(World world) {
        world.bean(DSLContext.class)
                .execute("update message set next_try_at = now() - interval '1 second' where state = 'waiting'");
    }

    /** Tries now what waits. */
    void tryAgain(World world) {
        mayBeTriedNow(world);
        world.bean(SendMessages.class).sendAll();
    }

    @Override
    public void close() {
        mail.setPort(portBefore);
        smtp.stop();
    }
}
