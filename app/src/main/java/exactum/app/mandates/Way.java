package exactum.app.mandates;

import java.util.Arrays;

/** How a mandate came to us. */
public enum Way {
    PAPER("paper"),
    LINK("link"),
    IMPORT("import");

    private final String words;

    Way(String words) {
        this.words = words;
    }

    /** The stored name, which is also how it is shown. */
    public String words() {
        return words;
    }

    static Way of(String words) {
        return Arrays.stream(values())
                .filter(w -> w.words.equals(words))
                .findFirst()
                .orElseThrow();
    }
}
