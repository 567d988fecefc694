package exactum.core.ids;

import java.util.UUID;

/** A claim: something a customer owes, on screens an open item. */
public record ClaimId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; an {@link IllegalArgumentException} for anything else. */
    public static ClaimId valueOf(String text) {
        return new ClaimId(UUID.fromString(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
