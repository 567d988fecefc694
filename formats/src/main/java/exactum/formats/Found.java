package exactum.formats;

import exactum.core.text.CleanText;

/** What stands at a place of a file, as a sentence shows it: without what cannot be shown, and cut. */
public final class Found {
    private static final int SHOWN = 60;

    private Found() {}

    /** {@code “Larkwater”}; one of more than 60 characters is cut. */
    public static String quoted(String value) {
        String shown = CleanText.harmless(value, SHOWN);
        return "“" + shown + (value.length() > shown.length() && shown.length() >= SHOWN ? "…" : "") + "”";
    }
}
