package exactum.core.terms;

import java.util.Arrays;

/** What a due day is counted from. */
public enum Anchor {
    ISSUE("issue", "the invoice’s own date"),
    MONTH_END("month end", "the end of the invoice’s month"),
    ACCEPTANCE("acceptance", "the day it was accepted"),
    SERVICE_START("service start", "the first day of its service"),
    SERVICE_END("service end", "the last day of its service"),
    FIXED("a date", "a date"),
    DOWN_PAID("down payment", "the day the first part is paid");

    private final String word;
    private final String words;

    Anchor(String word, String words) {
        this.word = word;
        this.words = words;
    }

    /** The stored name. */
    public String word() {
        return word;
    }

    /** As it is said: {@code the last day of its service}. */
    public String words() {
        return words;
    }

    /** The anchor with the stored name; an {@link IllegalArgumentException} for any other. */
    public static Anchor of(String word) {
        return Arrays.stream(values())
                .filter(a -> a.word.equals(word))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("no anchor is called “" + word + "”"));
    }
}
