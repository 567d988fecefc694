package exactum.core.ids;

import java.util.UUID;

/** A line of a bank statement. */
public record BankLineId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static BankLineId valueOf(String text) {
        return new BankLineId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
