package exactum.app.customers;

import java.util.Locale;

/** A language that papers and messages are written in. */
public enum Language implements Coded {
    ENGLISH("en", "English"),
    GERMAN("de", "German");

    private final String code;
    private final String words;

    Language(String code, String words) {
        this.code = code;
        this.words = words;
    }

    /** Its code of ISO 639-1, which is stored. */
    @Override
    public String code() {
        return code;
    }

    public String words() {
        return words;
    }

    public Locale locale() {
        return Locale.forLanguageTag(code);
    }

    /** The language with the code; null for null. */
    static Language of(String code) {
        return Coded.of(values(), code);
    }
}
