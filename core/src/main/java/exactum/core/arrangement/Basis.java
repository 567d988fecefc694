package exactum.core.arrangement;

import java.util.Arrays;

/** What the price of a line is for. */
public enum Basis {
    /** For the period: a part of it costs a part. */
    PERIOD("for the period"),
    /** Each time the same, however long the period. */
    EACH("each time"),
    /** For what was read: each invoice takes the readings of its period. */
    METERED("as read");

    private final String words;

    Basis(String words) {
        this.words = words;
    }

    /** The stored name, which is also how it is shown. */
    public String words() {
        return words;
    }

    /** The basis with the stored name; an {@link IllegalArgumentException} for any other. */
    public static Basis of(String words) {
        return Arrays.stream(values())
                .filter(b -> b.words.equals(words))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("no basis is called “" + words + "”"));
    }
}
