package exactum.core.ids;

import java.util.UUID;

/** A run of charges of cards on file. */
public record CardRunId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static CardRunId valueOf(String text) {
        return new CardRunId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
