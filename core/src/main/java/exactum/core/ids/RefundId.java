package exactum.core.ids;

import java.util.UUID;

/** A refund. */
public record RefundId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static RefundId valueOf(String text) {
        return new RefundId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
