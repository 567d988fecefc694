package exactum.app.billing;

import java.util.Arrays;

/** How far a run is. */
enum RunState {
    PLANNING("planning", "flight"),
    REHEARSED("rehearsed", "draft"),
    RUNNING("running", "flight"),
    STOPPED("stopped", "draft"),
    DONE("done", "paid");

    private final String words;
    private final String mark;

    RunState(String words, String mark) {
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

    static RunState of(String words) {
        return Arrays.stream(values())
                .filter(s -> s.words.equals(words))
                .findFirst()
                .orElseThrow();
    }
}
