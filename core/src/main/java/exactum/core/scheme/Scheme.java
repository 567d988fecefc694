package exactum.core.scheme;

import exactum.core.scheme.sepa.SepaRules;
import java.util.Arrays;

/** The rules that a debit travels under. */
public enum Scheme {
    SEPA_CORE("SEPA Core", SepaRules.CORE),
    SEPA_B2B("SEPA B2B", SepaRules.B2B);

    private final String words;
    private final SchemeRules rules;

    Scheme(String words, SchemeRules rules) {
        this.words = words;
        this.rules = rules;
    }

    /** The stored name, which is also how it is shown. */
    public String words() {
        return words;
    }

    public SchemeRules rules() {
        return rules;
    }

    /** The scheme with the stored name; an {@link IllegalArgumentException} for any other. */
    public static Scheme of(String words) {
        return Arrays.stream(values())
                .filter(s -> s.words.equals(words))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("no scheme is called “" + words + "”"));
    }
}
