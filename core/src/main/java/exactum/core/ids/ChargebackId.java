package exactum.core.ids;

import java.util.UUID;

/** A contested sale. */
public record ChargebackId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static ChargebackId valueOf(String text) {
        return new ChargebackId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
