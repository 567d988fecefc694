package exactum.core.ids;

import java.util.UUID;

/** A person who signs in. */
public record UserId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static UserId valueOf(String text) {
        return new UserId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
