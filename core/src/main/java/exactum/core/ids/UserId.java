package exactum.core.ids;

import java.util.UUID;

/** A person who signs in. */
public record UserId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; an {@link IllegalArgumentException} for anything else. */
    public static UserId valueOf(String text) {
        return new UserId(UUID.fromString(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
