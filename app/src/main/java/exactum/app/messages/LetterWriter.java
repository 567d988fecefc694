package exactum.app.messages;

import exactum.core.ids.BusinessId;
import java.util.List;
import java.util.Set;
import java.util.function.Function;

/** A feature that can write the letters of its kinds of message. */
public interface LetterWriter {

    Set<MessageKind> kinds();

    /** Writes the letter; called outside any transaction. */
    Letter write(Message message);

    /** Reads at once what the letters of some messages of one business need; answers what writes each of them, soon after. */
    default Function<Message, Letter> writing(BusinessId business, List<Message> some) {
        return this::write;
    }
}
