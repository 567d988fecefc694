package exactum.core.ids;

import java.util.UUID;

/** Terms of payment. */
public record TermsId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static TermsId valueOf(String text) {
        return new TermsId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
