package exactum.core.ids;

import java.util.UUID;

/** A link by which a payer signs a mandate. */
public record MandateLinkId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static MandateLinkId valueOf(String text) {
        return new MandateLinkId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
