package exactum.core.ids;

import java.util.UUID;

/** A waiting item: money on a waiting account until the bank confirms it. */
public record WaitingId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static WaitingId valueOf(String text) {
        return new WaitingId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
