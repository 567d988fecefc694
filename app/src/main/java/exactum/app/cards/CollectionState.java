package exactum.app.cards;

import java.util.Arrays;

/** How far a collection is. */
public enum CollectionState {
    PLANNED("planned", "flight"),
    IN_FLIGHT("in flight", "flight"),
    COLLECTED("collected", "paid"),
    REJECTED("rejected", "back"),
    WITHDRAWN("withdrawn", "draft");

    private final String words;
    private final String mark;

    CollectionState(String words, String mark) {
        this.words = words;
        this.mark = mark;
    }

    /** The stored name, which is also how it is shown. */
    public String words() {
        return words;
    }

    /** The name of its mark. */
    public String mark() {
        return mark;
    }

    /** Whether money may still come of it. */
    public boolean isLive() {
        return this == PLANNED || this == IN_FLIGHT;
    }

    static CollectionState of(String words) {
        return Arrays.stream(values())
                .filter(s -> s.words.equals(words))
                .findFirst()
                .orElseThrow();
    }
}
