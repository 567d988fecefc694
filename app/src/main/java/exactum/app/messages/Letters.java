package exactum.app.messages;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** Letters of all kinds, each written by the feature that it is of. */
@Component
class Letters {
    private final Map<MessageKind, LetterWriter> writers = new EnumMap<>(MessageKind.class);

    Letters(List<LetterWriter> all) {
        all.forEach(writer -> writer.kinds().forEach(kind -> writers.put(kind, writer)));
    }

    /** The letter of a message, in the words that it goes in; no transaction should be open. */
    Letter write(Message message) {
        Letter written = writers.get(message.kind()).write(message);
        Letter letter = message.bare() ? written.bare() : written;
        return message.said() == null ? letter : letter.saying(message.said());
    }
}
