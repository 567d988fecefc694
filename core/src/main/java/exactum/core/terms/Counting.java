package exactum.core.terms;

import java.util.Arrays;

/** How money that comes for an invoice counts on its parts. */
public enum Counting {
    /** What is due first is settled first. */
    DUE_ORDER("in due order"),
    /** Each open part falls in proportion: the invoice is settled as a whole. */
    ON_THE_WHOLE("on the whole");

    private final String words;

    Counting(String words) {
        this.words = words;
    }

    /** The stored name, which is also how it is shown. */
    public String words() {
        return words;
    }

    /** The way with the stored name; an {@link IllegalArgumentException} for any other. */
    public static Counting of(String words) {
        return Arrays.stream(values())
                .filter(c -> c.words.equals(words))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("no way of counting is called “" + words + "”"));
    }
}
