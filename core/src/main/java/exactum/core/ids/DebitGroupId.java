package exactum.core.ids;

import java.util.UUID;

/** A group of collections that the bank books together. */
public record DebitGroupId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static DebitGroupId valueOf(String text) {
        return new DebitGroupId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
