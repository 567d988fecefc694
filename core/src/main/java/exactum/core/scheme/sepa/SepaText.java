package exactum.core.scheme.sepa;

import java.text.Normalizer;
import java.util.Map;
import java.util.regex.Pattern;

/**
 * Texts in the letters that every SEPA bank carries: {@code a-z A-Z 0-9 / - ? : ( ) . , ' +} and blanks. EPC217-08, with the
 * German community's ae, oe, ue and ss. Single cells of the table are from memory.
 */
final class SepaText {
    private static final Map<Character, String> TABLE = Map.ofEntries(
            Map.entry('ä', "ae"),
            Map.entry('ö', "oe"),
            Map.entry('ü', "ue"),
            Map.entry('Ä', "Ae"),
            Map.entry('Ö', "Oe"),
            Map.entry('Ü', "Ue"),
            Map.entry('ß', "ss"),
            Map.entry('æ', "ae"),
            Map.entry('Æ', "Ae"),
            Map.entry('œ', "oe"),
            Map.entry('Œ', "Oe"),
            Map.entry('ø', "o"),
            Map.entry('Ø', "O"),
            Map.entry('ł', "l"),
            Map.entry('Ł', "L"),
            Map.entry('đ', "d"),
            Map.entry('Đ', "D"),
            Map.entry('þ', "th"),
            Map.entry('Þ', "Th"),
            Map.entry('&', "+"),
            Map.entry('_', "-"),
            Map.entry('~', "-"),
            Map.entry('–', "-"),
            Map.entry('—', "-"),
            Map.entry(';', ","),
            Map.entry('[', "("),
            Map.entry('{', "("),
            Map.entry(']', ")"),
            Map.entry('}', ")"),
            Map.entry('\\', "/"),
            Map.entry('|', "/"),
            Map.entry('`', "'"),
            Map.entry('’', "'"),
            Map.entry('‘', "'"));

    private static final Pattern BLANKS = Pattern.compile("\\s+");
    private static final Pattern SLASHES = Pattern.compile("/{2,}");
    private static final Pattern AT_THE_ENDS = Pattern.compile("^/+|/+$");

    private SepaText() {}

    /** The text in those letters, cut to a length; never longer, never empty where something was said. */
    static String of(String said, int most) {
        var carried = new StringBuilder(said.length());
        said.codePoints().forEach(c -> carried.append(one(c)));
        String spaced = BLANKS.matcher(carried).replaceAll(" ");
        String text = SLASHES.matcher(spaced).replaceAll("/").strip();
        String cut = text.length() <= most ? text : text.substring(0, most).strip();
        return AT_THE_ENDS.matcher(cut).replaceAll("");
    }

    private static String one(int c) {
        if (isCarried(c)) return Character.toString(c);
        if (Character.isWhitespace(c)) return " ";
        String listed = c < Character.MAX_VALUE ? TABLE.get((char) c) : null;
        if (listed != null) return listed;
        String base = Normalizer.normalize(Character.toString(c), Normalizer.Form.NFKD);
        var kept = new StringBuilder();
        base.codePoints().filter(SepaText::isCarried).forEach(kept::appendCodePoint);
        return kept.isEmpty() ? "." : kept.toString();
    }

    static boolean isCarried(int c) {
        return c < 128 && (Character.isLetterOrDigit(c) || " /-?:().,'+".indexOf(c) >= 0);
    }
}
