package exactum.app.messages;

import java.util.Set;

/** A feature that can write the letters of its kinds of message. */
public interface LetterWriter {

    Set<MessageKind> kinds();

    /** Writes the letter; called outside any transaction. */
    Letter write(Message message);
}
