package exactum.app.messages;

import exactum.formats.mail.DeliveryStatus;
import jakarta.mail.MessagingException;
import jakarta.mail.Multipart;
import jakarta.mail.Part;
import jakarta.mail.Session;
import jakarta.mail.internet.MimeMessage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import java.util.Properties;
import java.util.stream.Stream;

/**
 * What a mail server reports that it could not deliver (RFC 3464).
 *
 * @param to where the report was sent to, by what its headers say
 * @param failed the addresses at which a mail did not arrive
 */
record BounceReport(List<String> to, List<DeliveryStatus.AtAddress> failed) {
    private static final int MOST_PARTS = 20;
    private static final int DEEPEST = 5;

    BounceReport {
        to = List.copyOf(to);
        failed = List.copyOf(failed);
    }

    /** Reads a mail as it came; none where it is no report of failure, or cannot be read. */
    static Optional<BounceReport> read(byte[] mail) {
        try {
            var message = new MimeMessage(Session.getInstance(new Properties()), new ByteArrayInputStream(mail));
            var report = new BounceReport(
                    Stream.of("To", "Delivered-To", "X-Original-To")
                            .flatMap(name -> header(message, name))
                            .toList(),
                    failed(message, 0));
            return report.failed.isEmpty() ? Optional.empty() : Optional.of(report);
        } catch (MessagingException | IOException | RuntimeException unreadable) {
            return Optional.empty();
        }
    }

    private static Stream<String> header(MimeMessage message, String name) {
        try {
            String[] all = message.getHeader(name);
            return all == null ? Stream.empty() : Stream.of(all);
        } catch (MessagingException broken) {
            return Stream.empty();
        }
    }

    private static List<DeliveryStatus.AtAddress> failed(Part part, int depth) throws MessagingException, IOException {
        if (part.isMimeType("message/delivery-status"))
            return DeliveryStatus.read(new String(part.getInputStream().readAllBytes(), StandardCharsets.UTF_8))
                    .stream()
                    .filter(DeliveryStatus.AtAddress::isFailed)
                    .toList();
        if (depth < DEEPEST && part.isMimeType("multipart/*") && part.getContent() instanceof Multipart parts)
            for (int i = 0; i < Math.min(parts.getCount(), MOST_PARTS); i++) {
                List<DeliveryStatus.AtAddress> found = failed(parts.getBodyPart(i), depth + 1);
                if (!found.isEmpty()) return found;
            }
        return List.of();
    }
}
