package exactum.app.quotes;

import java.util.Arrays;

/** What became of a quote. Whether it expired is told by the day. */
public enum QuoteState {
    OPEN("open"),
    ACCEPTED("accepted"),
    DECLINED("declined"),
    REPLACED("replaced"),
    WITHDRAWN("withdrawn");

    private final String words;

    QuoteState(String words) {
        this.words = words;
    }

    /** The stored name, which is also how it is shown. */
    public String words() {
        return words;
    }

    static QuoteState of(String words) {
        return Arrays.stream(values())
                .filter(s -> s.words.equals(words))
                .findFirst()
                .orElseThrow();
    }
}
