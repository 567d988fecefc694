package exactum.core.ids;

import java.util.UUID;

/** A means: what settles claims. */
public record MeansId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static MeansId valueOf(String text) {
        return new MeansId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
