package exactum.core.ids;

import java.util.UUID;

/** A match: a part of a bank or payout line joined to what it is. */
public record MatchId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static MatchId valueOf(String text) {
        return new MatchId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
