package exactum.app.messages;

import exactum.core.ids.BusinessId;
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
    byte[] asMail(BusinessId business, Message message) {
        List<Letter.Attachment> files = messages.files(business, message.id()).stream()
                .map(f -> new Letter.Attachment(
                        f.name(),
                        f.type(),
                        messages.file(business, message.id(), f.no()).orElseThrow()))
                .toList();
        Message.Sent sent = message.sent();
        return Mime.file(
                message,
                new Letter(sent.from(), sent.subjectLine(), sent.body(), files),
                sent.at().toInstant());
    }
}
