package exactum.core.ids;

import java.util.UUID;

/** A mandate: a payer’s authority to debit an account. */
public record MandateId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static MandateId valueOf(String text) {
        return new MandateId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
