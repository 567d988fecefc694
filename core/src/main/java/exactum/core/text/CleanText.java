package exactum.core.text;

import exactum.core.card.CardNumber;
import exactum.core.problem.Refusal;
import java.text.Normalizer;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * The one way in for texts, from forms, files and programs: composed letters (Unicode NFC, UAX #15), line feeds for line breaks,
 * a blank for a tab, no blanks around it; never a control character, half a letter, or a mark that turns the direction of
 * what follows (Unicode TR36), and never the number of a payment card.
 */
public final class CleanText {
    private CleanText() {}

    /**
     * The text as it is kept.
     *
     * @param name what it is, for the sentence of the refusal
     * @throws Refusal if the kind cannot hold it
     */
    public static String of(String raw, TextKind kind, String name) {
        String text = shortEnough(raw, kind).orElseThrow(() -> tooLong(kind, name));
        OptionalInt bad = badCharacter(text, kind.hasLines());
        if (bad.isPresent())
            throw new Refusal(
                    "typed.character", "The %s holds %s. Take it out.".formatted(name, words(bad.getAsInt())));
        if (CardNumber.isIn(text))
            throw new Refusal(
                    "typed.card-number",
                    "The %s holds the number of a payment card. It was not kept. Take it out; a card is entered at the processor’s page only."
                            .formatted(name));
        return text;
    }

    /** Whether the kind can hold the text. */
    public static boolean isHeldBy(String raw, TextKind kind) {
        return shortEnough(raw, kind)
                .filter(text -> badCharacter(text, kind.hasLines()).isEmpty())
                .filter(text -> !CardNumber.isIn(text))
                .isPresent();
    }

    /** The folded text if the kind has room for it; what is far too long is not looked at. */
    private static Optional<String> shortEnough(String raw, TextKind kind) {
        if (raw.length() > 4L * kind.most()) return Optional.empty();
        return Optional.of(folded(raw)).filter(text -> text.codePointCount(0, text.length()) <= kind.most());
    }

    /** Composed letters, line feeds and blanks; nothing is refused or taken out. */
    public static String folded(String raw) {
        if (isPlain(raw)) return raw.strip();
        String text = raw.replace("\r\n", "\n").replace('\r', '\n').replace('\t', ' ');
        return (Normalizer.isNormalized(text, Normalizer.Form.NFC)
                        ? text
                        : Normalizer.normalize(text, Normalizer.Form.NFC))
                .strip();
    }

    /** The first character that no text may hold; line feeds are good where there are lines. */
    public static OptionalInt badCharacter(String text, boolean lines) {
        if (isPlain(text)) return OptionalInt.empty();
        return text.codePoints().filter(c -> isBad(c) && !(lines && c == '\n')).findFirst();
    }

    /** The text without what no text may hold, cut to a length: for what is shown and searched, not kept. */
    public static String harmless(String text, int most) {
        return folded(text)
                .codePoints()
                .map(c -> c == '\n' ? ' ' : c)
                .filter(c -> !isBad(c))
                .limit(most)
                .collect(StringBuilder::new, StringBuilder::appendCodePoint, StringBuilder::append)
                .toString();
    }

    /** Whether it is made of the printed letters of ASCII alone, as most texts of files are; nothing has to be done to it. */
    private static boolean isPlain(String text) {
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (c < ' ' || c > '~') return false;
        }
        return true;
    }

    private static boolean isBad(int c) {
        int type = Character.getType(c);
        boolean turns = c >= 0x202A && c <= 0x202E || c >= 0x2066 && c <= 0x2069;
        boolean separates = c == 0x2028 || c == 0x2029;
        boolean nothing = (c & 0xFFFE) == 0xFFFE || c >= 0xFDD0 && c <= 0xFDEF;
        return type == Character.CONTROL || type == Character.SURROGATE || turns || separates || nothing;
    }

    private static String words(int c) {
        return c == '\n'
                ? "a line break, which has no place there"
                : "a character that cannot be shown (U+%04X)".formatted(c);
    }

    private static Refusal tooLong(TextKind kind, String name) {
        return new Refusal(
                "typed.too-long", "The %s has more than %,d characters. Shorten it.".formatted(name, kind.most()));
    }
}
