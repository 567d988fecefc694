package exactum.core.ids;

import java.util.UUID;

/** A line of a payout. */
public record PayoutLineId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static PayoutLineId valueOf(String text) {
        return new PayoutLineId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
