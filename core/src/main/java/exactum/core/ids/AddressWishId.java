package exactum.core.ids;

import java.util.UUID;

/** What a payer says their address is. */
public record AddressWishId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static AddressWishId valueOf(String text) {
        return new AddressWishId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
