package exactum.core.ids;

import java.util.UUID;

/** A file of transfers that give money back. */
public record RefundFileId(UUID value) implements Id {

    /** Reads what {@link #toString()} wrote; a refusal for anything else. */
    public static RefundFileId valueOf(String text) {
        return new RefundFileId(Id.parse(text));
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
