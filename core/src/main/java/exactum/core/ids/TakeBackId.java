package exactum.core.ids;

import java.util.UUID;

/** A take-back: money of a means that went away again. */
public record TakeBackId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static TakeBackId valueOf(String text) {
        return new TakeBackId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
