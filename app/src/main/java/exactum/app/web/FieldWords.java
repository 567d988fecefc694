package exactum.app.web;

import java.util.Locale;
import java.util.regex.Pattern;

/** What a field is called in a sentence, from its name in the form: {@code legalName} is “legal name”. */
public final class FieldWords {
    private static final Pattern HUMP = Pattern.compile("(?<=[a-z])[A-Z]");
    private static final Pattern OTHER = Pattern.compile("[^a-z ]");

    private FieldWords() {}

    /** The words; a number at the end, which tells a row, is left out. */
    public static String of(String field) {
        String apart = HUMP.matcher(field).replaceAll(" $0").toLowerCase(Locale.ROOT);
        String words = OTHER.matcher(apart).replaceAll("");
        return switch (words) {
            case "qty" -> "quantity";
            case "text" -> "description";
            case "" -> "field";
            default -> words;
        };
    }
}
