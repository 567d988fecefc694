package exactum.core.ids;

import java.util.UUID;

/** A run of collections over mandates. */
public record DebitRunId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static DebitRunId valueOf(String text) {
        return new DebitRunId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
