package exactum.app.documents;

import exactum.core.ids.DocumentId;
import exactum.core.ids.RecurringId;
import java.util.Arrays;
import java.util.UUID;

/**
 * Where a document comes from.
 *
 * @param kind what it comes from
 * @param id of that, or null where it was made by hand
 */
public record Origin(Kind kind, UUID id) {
    public static final Origin BY_HAND = new Origin(Kind.BY_HAND, null);

    /** What a document can come from. */
    public enum Kind {
        RECURRING("recurring"),
        BY_HAND("by hand"),
        CREDITED_DOCUMENT("credited document"),
        RETURN("return"),
        QUOTE("quote"),
        INTEREST("interest");

        private final String words;

        Kind(String words) {
            this.words = words;
        }

        /** The stored name. */
        public String words() {
            return words;
        }

        static Kind of(String words) {
            return Arrays.stream(values())
                    .filter(k -> k.words.equals(words))
                    .findFirst()
                    .orElseThrow();
        }
    }

    /** An occurrence of a recurring invoice. */
    public static Origin of(RecurringId recurring) {
        return new Origin(Kind.RECURRING, recurring.value());
    }

    /** The document that a credit note takes back. */
    public static Origin crediting(DocumentId document) {
        return new Origin(Kind.CREDITED_DOCUMENT, document.value());
    }

    /** The quote that was accepted. */
    public static Origin ofQuote(DocumentId quote) {
        return new Origin(Kind.QUOTE, quote.value());
    }

    /** The quote that it came of, or null. */
    public DocumentId quote() {
        return kind == Kind.QUOTE ? new DocumentId(id) : null;
    }

    /** The recurring invoice it comes from, or null. */
    public RecurringId recurring() {
        return kind == Kind.RECURRING ? new RecurringId(id) : null;
    }

    /** The document that it credits, or null. */
    public DocumentId credited() {
        return kind == Kind.CREDITED_DOCUMENT ? new DocumentId(id) : null;
    }
}
