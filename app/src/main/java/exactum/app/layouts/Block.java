package exactum.app.layouts;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/** A part of a paper. Those that every paper needs can be moved, not left out. */
public enum Block {
    LETTERHEAD("letterhead", "Our name and address", true),
    ADDRESSEE("addressee", "Who it is for, dates and references", true),
    TITLE("title", "Title and number", true),
    OPENING("opening", "Opening text", false),
    LINES("lines", "Lines and totals", true),
    TAX_NOTE("tax-note", "Why it is taxed so", true),
    MEMO("memo", "Memo", false),
    PARTS("parts", "Its parts and their days", true),
    PAY("pay", "How to pay", true),
    CLOSING("closing", "Closing text", false),
    FOOTER("footer", "Footer of the paper", false);

    private final String code;
    private final String title;
    private final boolean needed;

    Block(String code, String title, boolean needed) {
        this.code = code;
        this.title = title;
        this.needed = needed;
    }

    /** The stored name, which is also that of its fragment. */
    public String code() {
        return code;
    }

    /** What it is, in words. */
    public String title() {
        return title;
    }

    /** Whether no paper can do without it. */
    public boolean isNeeded() {
        return needed;
    }

    /** The one with the stored name. */
    public static Optional<Block> of(String code) {
        return Arrays.stream(values()).filter(b -> b.code.equals(code)).findFirst();
    }

    /** All of them in the order of a plain paper. */
    public static List<Block> all() {
        return List.of(values());
    }
}
