package exactum.core.ids;

import java.util.UUID;

/** A customer. */
public record CustomerId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static CustomerId valueOf(String text) {
        return new CustomerId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
