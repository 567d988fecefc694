package exactum.core.ids;

import java.util.UUID;

/** A run: billing, later collection and reminders. */
public record RunId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static RunId valueOf(String text) {
        return new RunId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
