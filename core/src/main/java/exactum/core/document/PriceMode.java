package exactum.core.document;

import java.util.Arrays;

/** Whether the prices of a document hold its tax. */
public enum PriceMode {
    PLUS_TAX("plus tax"),
    TAX_INCLUDED("tax included");

    private final String words;

    PriceMode(String words) {
        this.words = words;
    }

    /** The stored name, which is also how it is shown. */
    public String words() {
        return words;
    }

    /** The mode with the stored name; an {@link IllegalArgumentException} for any other. */
    public static PriceMode of(String words) {
        return Arrays.stream(values())
                .filter(m -> m.words.equals(words))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("no price mode is called “" + words + "”"));
    }
}
