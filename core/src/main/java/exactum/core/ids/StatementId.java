package exactum.core.ids;

import java.util.UUID;

/** A bank statement. */
public record StatementId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static StatementId valueOf(String text) {
        return new StatementId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
