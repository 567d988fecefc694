package exactum.app.attachments;

import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import java.util.UUID;

/** What files go with; those of a document are never reached as those of a payment. */
public record GoesWith(Kind kind, UUID id) {
    /** As the database names it. */
    enum Kind {
        DOCUMENT,
        PAYMENT;

        String words() {
            return name().toLowerCase(java.util.Locale.ROOT);
        }
    }

    /** A document, or a draft that becomes one under the same id. */
    public static GoesWith document(DocumentId id) {
        return new GoesWith(Kind.DOCUMENT, id.value());
    }

    /** A payment, or what will be recorded under the id. */
    public static GoesWith payment(MeansId id) {
        return new GoesWith(Kind.PAYMENT, id.value());
    }
}
