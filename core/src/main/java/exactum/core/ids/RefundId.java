package exactum.core.ids;

import java.util.UUID;

/** A refund. */
public record RefundId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; an {@link IllegalArgumentException} for anything else. */
    public static RefundId valueOf(String text) {
        return new RefundId(UUID.fromString(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
