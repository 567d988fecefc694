package exactum.core.text;

/** What kind of text a place holds: how long it may be, in code points, and whether it has lines. */
public enum TextKind {
    /** A short name of a thing, as {@code C-1004} or {@code standard}. */
    CODE(40, false),
    /** A name of a person, a business or a thing. */
    NAME(140, false),
    /** A line of words: a description, a reference, an internet address. */
    LINE(500, false),
    /** A postal address. */
    ADDRESS(500, true),
    /** Sentences, as a memo. */
    PARAGRAPHS(4000, true),
    /** A key or a token. */
    SECRET(1000, false);

    private final int most;
    private final boolean lines;

    TextKind(int most, boolean lines) {
        this.most = most;
        this.lines = lines;
    }

    /** The most code points it holds. */
    public int most() {
        return most;
    }

    /** Whether it has line breaks. */
    public boolean hasLines() {
        return lines;
    }
}
