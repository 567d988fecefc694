package exactum.core.ids;

import java.util.UUID;

/** One decision to give money back. */
public record RefundOrderId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static RefundOrderId valueOf(String text) {
        return new RefundOrderId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
