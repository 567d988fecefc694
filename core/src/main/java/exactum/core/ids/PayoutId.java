package exactum.core.ids;

import java.util.UUID;

/** A payout of a processor. */
public record PayoutId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static PayoutId valueOf(String text) {
        return new PayoutId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
