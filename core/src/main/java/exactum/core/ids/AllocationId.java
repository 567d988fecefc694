package exactum.core.ids;

import java.util.UUID;

/** An allocation: the part of a means that settles a claim. */
public record AllocationId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; an {@link IllegalArgumentException} for anything else. */
    public static AllocationId valueOf(String text) {
        return new AllocationId(UUID.fromString(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
