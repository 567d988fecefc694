package exactum.app.web;

import java.util.Locale;

/** What a field is called in a sentence, from its name in the form: {@code legalName} is “legal name”. */
public final class FieldWords {
    private FieldWords() {}

    /** The words; a number at the end, which tells a row, is left out. */
    public static String of(String field) {
        String words = field.replaceAll("([a-z])([A-Z])", "$1 $2")
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z ]", "");
        return switch (words) {
            case "qty" -> "quantity";
            case "text" -> "description";
            case "" -> "field";
            default -> words;
        };
    }
}
