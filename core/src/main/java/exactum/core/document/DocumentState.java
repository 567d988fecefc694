package exactum.core.document;

import java.util.Arrays;

/** What a document is stored as; paid, overdue and the like are computed from its open items. */
public enum DocumentState {
    /** No number, no entry, no link that a payer could take for an invoice. */
    DRAFT("draft"),
    ISSUED("issued"),
    VOID("void");

    private final String words;

    DocumentState(String words) {
        this.words = words;
    }

    /** The stored name, which is also how it is shown. */
    public String words() {
        return words;
    }

    /** The state with the stored name; an {@link IllegalArgumentException} for any other. */
    public static DocumentState of(String words) {
        return Arrays.stream(values())
                .filter(s -> s.words.equals(words))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("no state is called “" + words + "”"));
    }
}
