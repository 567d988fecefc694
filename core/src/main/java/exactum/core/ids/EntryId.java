package exactum.core.ids;

import java.util.UUID;

/** An entry of the ledger. */
public record EntryId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static EntryId valueOf(String text) {
        return new EntryId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
