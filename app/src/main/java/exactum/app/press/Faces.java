package exactum.app.press;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.text.Bidi;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * The typefaces that ship with the application, and which letters each of them has: Latin, Greek, Cyrillic, Hebrew, Arabic,
 * and the common characters of Chinese and Japanese. A paper embeds those of them that its texts need, and no others.
 */
public final class Faces {
    private static final String FOLDER = "/pdf-fonts/";
    private static final String PLAIN = "latin";

    /** What stands for a letter that no face has. */
    static final int STAND_IN = '?';

    private Faces() {}

    /** One cut of a typeface, in one or two weights. */
    record Face(String family, String part, List<Integer> weights, BitSet letters) {
        /** What it is called in a style sheet. */
        String name() {
            return part.equals(PLAIN) ? family : family + "-" + part;
        }

        InputStream open(int weight) {
            return Faces.class.getResourceAsStream(FOLDER + "%s-%s-%d.ttf".formatted(family, part, weight));
        }
    }

    private static final class Index {
        private static final List<Face> ALL = read();
        /** The characters that Chinese and Japanese share have their Chinese shape first. */
        private static final List<Face> CHINESE_FIRST = lastJapanese(ALL);

        private static final BitSet LETTERS = new BitSet();

        static {
            ALL.forEach(f -> LETTERS.or(f.letters()));
        }
    }

    /**
     * The faces that a text needs, in the order in which they are tried. Of the families of {@code first} the plain cut is always among
     * them, and another where the text has letters that the plain one lacks.
     */
    static List<Face> needed(String text, Set<String> first) {
        BitSet all = letters(text);
        BitSet missing = (BitSet) all.clone();
        int kana = all.nextSetBit(0x3040);
        boolean japanese = kana >= 0 && kana <= 0x30FF;
        var needed = new ArrayList<Face>();
        BitSet beyond = new BitSet();
        for (Face face : japanese ? Index.ALL : Index.CHINESE_FIRST) {
            if (first.contains(face.family())) {
                boolean plain = face.part().equals(PLAIN);
                if (plain) {
                    beyond = (BitSet) all.clone();
                    beyond.andNot(face.letters());
                }
                if (!plain && !face.letters().intersects(beyond)) continue;
            } else if (isOwn(face) || !face.letters().intersects(missing)) continue;
            needed.add(face);
            missing.andNot(face.letters());
        }
        return needed;
    }

    private static boolean isOwn(Face face) {
        return !face.family().startsWith("noto");
    }

    private static List<Face> lastJapanese(List<Face> all) {
        return all.stream()
                .sorted(Comparator.comparing(f -> f.family().equals("noto-sans-jp")))
                .toList();
    }

    /** The letters of a text that no face has, each once, in its order; empty where all can be printed. */
    public static Set<String> missing(String text) {
        return text.codePoints()
                .filter(c -> !isPrinted(c))
                .mapToObj(Character::toString)
                .collect(Collectors.toCollection(LinkedHashSet::new));
    }

    /** The text with a stand-in for each letter that no face has, and without what XML cannot hold. */
    static String printable(String text) {
        var printable = new StringBuilder(text.length());
        for (int i = 0, c; i < text.length(); i += Character.charCount(c)) {
            c = text.codePointAt(i);
            if (isInXml(c)) printable.appendCodePoint(isPrinted(c) ? c : STAND_IN);
        }
        return printable.toString();
    }

    private static boolean isPrinted(int c) {
        return c == '\n' || c == '\t' || isUnseen(c) || Index.LETTERS.get(c);
    }

    /** Whether anything in it is written from right to left, or says that it is. */
    static boolean hasRightToLeft(String text) {
        return Bidi.requiresBidi(text.toCharArray(), 0, text.length());
    }

    /** Joiners and marks of direction steer the letters beside them and have no shape. */
    private static boolean isUnseen(int c) {
        return Character.getType(c) == Character.FORMAT || c >= 0xFE00 && c <= 0xFE0F;
    }

    /** The production Char of XML 1.0. */
    private static boolean isInXml(int c) {
        return c == '\t'
                || c == '\n'
                || c == '\r'
                || c >= 0x20 && c <= 0xD7FF
                || c >= 0xE000 && c <= 0xFFFD
                || c >= 0x10000;
    }

    private static BitSet letters(String text) {
        var letters = new BitSet();
        for (int i = 0, c; i < text.length(); i += Character.charCount(c)) letters.set(c = text.codePointAt(i));
        return letters;
    }

    private static List<Face> read() {
        try (var lines = new BufferedReader(new InputStreamReader(
                Faces.class.getResourceAsStream(FOLDER + "faces.txt"), StandardCharsets.US_ASCII))) {
            return lines.lines().map(Faces::face).toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Face face(String line) {
        String[] parts = line.split(" ");
        var letters = new BitSet();
        for (String range : parts[3].split(",")) {
            String[] ends = range.split("-");
            letters.set(Integer.parseInt(ends[0], 16), Integer.parseInt(ends[ends.length - 1], 16) + 1);
        }
        List<Integer> weights =
                List.of(parts[2].split("/")).stream().map(Integer::valueOf).toList();
        return new Face(parts[0], parts[1], weights, letters);
    }
}
