package exactum.core.ids;

import java.util.UUID;

/** A payment link. */
public record PaymentLinkId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static PaymentLinkId valueOf(String text) {
        return new PaymentLinkId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
