package exactum.core.ids;

import java.util.UUID;

/** An account of ours at a bank. */
public record BankAccountId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static BankAccountId valueOf(String text) {
        return new BankAccountId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
