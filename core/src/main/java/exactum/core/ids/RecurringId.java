package exactum.core.ids;

import java.util.UUID;

/** A recurring invoice: the standing arrangement that makes invoices. */
public record RecurringId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static RecurringId valueOf(String text) {
        return new RecurringId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
