package exactum.app.messages;

import exactum.app.business.Business;
import java.util.List;
import org.springframework.stereotype.Component;

/** A message that went out, as the mail that it was. */
@Component
class SentMail {
    private final FindMessages messages;

    SentMail(FindMessages messages) {
        this.messages = messages;
    }

    /** Its bytes (message/rfc822), with its files. */
    byte[] asMail(Business business, Message message) {
        List<Letter.Attachment> files = messages.files(business.id(), message.id()).stream()
                .map(f -> new Letter.Attachment(
                        f.name(),
                        f.type(),
                        messages.file(business.id(), message.id(), f.no()).orElseThrow()))
                .toList();
        var sender = new Letter.Sender(
                business.identity().senderName(), business.identity().mailFrom());
        Message.Sent sent = message.sent();
        return Mime.file(
                message,
                new Letter(sender, sent.subjectLine(), sent.body(), files),
                sent.at().toInstant());
    }
}
