package exactum.app.messages;

import exactum.core.ids.BusinessId;
import exactum.core.ids.MessageId;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
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
        return finished(message, writers.get(message.kind())::write);
    }

    private static Letter finished(Message message, Function<Message, Letter> writing) {
        Letter written = writing.apply(message);
        Letter letter = message.bare() ? written.bare() : written;
        return message.said() == null ? letter : letter.saying(message.said());
    }

    /** What writes the letters of some messages, with what they need read at once; what it reads is as it is now. */
    Function<Message, Letter> writing(List<Message> some) {
        Map<MessageId, Function<Message, Letter>> by = new HashMap<>();
        some.stream()
                .collect(Collectors.groupingBy(m -> new Writes(writers.get(m.kind()), m.business())))
                .forEach((writes, messages) -> {
                    Function<Message, Letter> writing = writes.writer().writing(writes.business(), messages);
                    messages.forEach(m -> by.put(m.id(), writing));
                });
        return message -> finished(message, by.get(message.id()));
    }

    private record Writes(LetterWriter writer, BusinessId business) {}
}
