package exactum.core.document;

import java.util.Arrays;

/** What a document is. */
public enum DocumentKind {
    QUOTE("quote"),
    INVOICE("invoice"),
    CREDIT_NOTE("credit note"),
    CASH_SALE("cash sale");

    private final String words;

    DocumentKind(String words) {
        this.words = words;
    }

    /** The stored name, which is also how it is shown. */
    public String words() {
        return words;
    }

    /** With a capital: {@code Credit note}. */
    public String title() {
        return Character.toUpperCase(words.charAt(0)) + words.substring(1);
    }

    /** Whether it asks for money later, by terms: what is paid at once, or gives money back, has none. */
    public boolean asksLater() {
        return this == INVOICE || this == QUOTE;
    }

    /** Whether what is open of it is owed. */
    public boolean isOwed() {
        return this == INVOICE || this == CASH_SALE;
    }

    /** The kind with the stored name; an {@link IllegalArgumentException} for any other. */
    public static DocumentKind of(String words) {
        return Arrays.stream(values())
                .filter(k -> k.words.equals(words))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("no document is called “" + words + "”"));
    }
}
