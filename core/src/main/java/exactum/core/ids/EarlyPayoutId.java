package exactum.core.ids;

import java.util.UUID;

/** A payout that was asked for before its day. */
public record EarlyPayoutId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static EarlyPayoutId valueOf(String text) {
        return new EarlyPayoutId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
