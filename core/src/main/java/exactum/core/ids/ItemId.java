package exactum.core.ids;

import java.util.UUID;

/** An item of the catalogue. */
public record ItemId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; an {@link IllegalArgumentException} for anything else. */
    public static ItemId valueOf(String text) {
        return new ItemId(UUID.fromString(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
