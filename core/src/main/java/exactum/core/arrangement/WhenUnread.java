package exactum.core.arrangement;

import java.util.Arrays;

/** What an invoice does whose readings are not all there. */
public enum WhenUnread {
    WAIT("waits for its readings"),
    GO_WITHOUT("goes without them");

    private final String words;

    WhenUnread(String words) {
        this.words = words;
    }

    /** The stored name, which is also how it is shown. */
    public String words() {
        return words;
    }

    /** The choice with the stored name; an {@link IllegalArgumentException} for any other. */
    public static WhenUnread of(String words) {
        return Arrays.stream(values())
                .filter(w -> w.words.equals(words))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("nothing is called “" + words + "”"));
    }
}
