package exactum.core.ids;

import java.util.UUID;

/** An item of the catalogue. */
public record ItemId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static ItemId valueOf(String text) {
        return new ItemId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
