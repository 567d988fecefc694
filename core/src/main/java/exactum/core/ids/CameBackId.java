package exactum.core.ids;

import java.util.UUID;

/** A report that a collection was refused or came back. */
public record CameBackId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static CameBackId valueOf(String text) {
        return new CameBackId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
