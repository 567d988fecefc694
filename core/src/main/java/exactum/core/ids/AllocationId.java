package exactum.core.ids;

import java.util.UUID;

/** An allocation: the part of a means that settles a claim. */
public record AllocationId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static AllocationId valueOf(String text) {
        return new AllocationId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
