package exactum.core.ids;

import java.util.UUID;

/** A claim: something a customer owes, on screens an open item. */
public record ClaimId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static ClaimId valueOf(String text) {
        return new ClaimId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
