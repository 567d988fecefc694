package exactum.core.ids;

import java.util.UUID;

/** A file of collections for the bank. */
public record DebitFileId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static DebitFileId valueOf(String text) {
        return new DebitFileId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
