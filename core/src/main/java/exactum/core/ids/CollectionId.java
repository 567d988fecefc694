package exactum.core.ids;

import java.util.UUID;

/** A collection: one attempt to take one amount. */
public record CollectionId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static CollectionId valueOf(String text) {
        return new CollectionId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
