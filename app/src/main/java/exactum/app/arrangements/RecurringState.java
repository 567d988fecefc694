package exactum.app.arrangements;

import java.util.Arrays;

/** Whether an arrangement goes on. */
public enum RecurringState {
    ACTIVE("active"),
    PAUSED("paused"),
    ENDED("ended");

    private final String words;

    RecurringState(String words) {
        this.words = words;
    }

    /** The stored name, which is also how it is shown. */
    public String words() {
        return words;
    }

    static RecurringState of(String words) {
        return Arrays.stream(values())
                .filter(s -> s.words.equals(words))
                .findFirst()
                .orElseThrow();
    }
}
