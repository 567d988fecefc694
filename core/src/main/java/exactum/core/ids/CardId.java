package exactum.core.ids;

import java.util.UUID;

/** A card on file. */
public record CardId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static CardId valueOf(String text) {
        return new CardId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
