package exactum.core.ids;

import java.util.UUID;

/** A document: quote, invoice, credit note or cash sale, draft or issued. */
public record DocumentId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static DocumentId valueOf(String text) {
        return new DocumentId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
