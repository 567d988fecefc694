package exactum.core.ids;

import java.util.UUID;

/** A customer. */
public record CustomerId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; an {@link IllegalArgumentException} for anything else. */
    public static CustomerId valueOf(String text) {
        return new CustomerId(UUID.fromString(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
