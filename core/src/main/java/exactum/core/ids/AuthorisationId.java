package exactum.core.ids;

import java.util.UUID;

/** An amount that a card was authorised for. */
public record AuthorisationId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static AuthorisationId valueOf(String text) {
        return new AuthorisationId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
