package exactum.app.documents;

import exactum.core.document.DocumentKind;
import java.util.Arrays;

/** How a paper of a kind is called and where it is begun. */
final class PaperKind {
    private PaperKind() {}

    /** Under which a new paper of the kind is kept while it is typed: {@code new invoice}. */
    static String form(DocumentKind kind) {
        return "new " + kind.words();
    }

    /** The kind whose new papers stand at an address: {@code quotes} for quotes. */
    static DocumentKind at(String place) {
        return Arrays.stream(DocumentKind.values())
                .filter(k -> place(k).equals(place))
                .findFirst()
                .orElseThrow();
    }

    /** {@code invoices}, {@code credit-notes}. */
    static String place(DocumentKind kind) {
        return kind.words().replace(' ', '-') + "s";
    }

    /** The list that documents of the kind stand in. */
    static String list(DocumentKind kind) {
        return kind == DocumentKind.QUOTE ? "/quotes" : "/invoices";
    }
}
