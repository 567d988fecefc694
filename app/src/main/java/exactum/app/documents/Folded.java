package exactum.app.documents;

import java.text.Normalizer;
import java.util.Locale;

/** Text without accents and capitals, as the database's fold() makes it of a search word. */
final class Folded {
    private Folded() {}

    static String of(String text) {
        String plain = Normalizer.normalize(text, Normalizer.Form.NFD).replaceAll("\\p{M}+", "");
        return plain.replace("ß", "ss")
                .replace("ø", "o")
                .replace("Ø", "O")
                .replace("ł", "l")
                .replace("Ł", "L")
                .replace("æ", "ae")
                .replace("Æ", "AE")
                .toLowerCase(Locale.ROOT);
    }
}
