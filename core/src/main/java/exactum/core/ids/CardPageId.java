package exactum.core.ids;

import java.util.UUID;

/** A page at a processor on which a card is entered to be kept. */
public record CardPageId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static CardPageId valueOf(String text) {
        return new CardPageId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
