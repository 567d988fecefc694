package exactum.core.ids;

import java.util.UUID;

/** An account of ours at a card processor. */
public record ProcessorId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static ProcessorId valueOf(String text) {
        return new ProcessorId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
