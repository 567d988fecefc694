package exactum.core.text;

import java.text.Normalizer;
import java.util.Locale;
import java.util.Map;

/** One folding for all searches: small letters without accents, ligatures spelled out. {@code Łódź Straße} is {@code lodz strasse}. */
public final class Folding {
    private static final Map<Character, String> SPELLED = Map.ofEntries(
            Map.entry('ß', "ss"),
            Map.entry('æ', "ae"),
            Map.entry('œ', "oe"),
            Map.entry('ø', "o"),
            Map.entry('đ', "d"),
            Map.entry('ð', "d"),
            Map.entry('ħ', "h"),
            Map.entry('ı', "i"),
            Map.entry('ł', "l"),
            Map.entry('ŋ', "n"),
            Map.entry('þ', "th"),
            Map.entry('ŧ', "t"),
            Map.entry('ſ', "s"),
            Map.entry('ĸ', "k"));

    private Folding() {}

    /** The folded text; digits, blanks and punctuation stay. */
    public static String of(String text) {
        String small = Normalizer.normalize(text, Normalizer.Form.NFKD).toLowerCase(Locale.ROOT);
        var folded = new StringBuilder(small.length());
        for (int i = 0; i < small.length(); i++) {
            char c = small.charAt(i);
            if (Character.getType(c) == Character.NON_SPACING_MARK) continue;
            folded.append(c < 128 ? Character.toString(c) : SPELLED.getOrDefault(c, Character.toString(c)));
        }
        return folded.toString();
    }
}
