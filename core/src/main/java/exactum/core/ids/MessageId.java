package exactum.core.ids;

import java.util.UUID;

/** A message to a customer. */
public record MessageId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static MessageId valueOf(String text) {
        return new MessageId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
