package exactum.core.collection;

/** Why an item is not collected now. */
public enum LeftOut {
    NO_MANDATE("no usable mandate"),
    NO_CARD("no usable card"),
    CURRENCY("wrong currency"),
    IN_FLIGHT("in flight"),
    DISPUTED("disputed"),
    PROMISED("promised"),
    CAPPED("over what the mandate allows"),
    USED_UP("agreed count used up"),
    TOO_SMALL("below the smallest amount"),
    TOO_LARGE("above what the scheme carries"),
    NOTICE("notice too short"),
    CREDIT("credit covers it"),
    UNPLACED("money received but not yet placed"),
    NOT_DUE("not due in time"),
    WAITS("waits for its next try"),
    CHANGED("changed since it was planned");

    private final String words;

    LeftOut(String words) {
        this.words = words;
    }

    /** The stored name, which is also the heading it is listed under. */
    public String words() {
        return words;
    }

    /** The one with the stored name; an {@link IllegalArgumentException} for any other. */
    public static LeftOut of(String words) {
        for (LeftOut one : values()) if (one.words.equals(words)) return one;
        throw new IllegalArgumentException("nothing is left out as “" + words + "”");
    }
}
