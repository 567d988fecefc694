package exactum.formats.csv;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * How a CSV file is written: its characters and what stands between its cells. Both are guessed from the file and can be chosen
 * otherwise; the one-byte encodings cannot be told from one another.
 */
public record CsvShape(Charset charset, char separator) {
    /** UTF-8 with commas, as RFC 4180 has it and as we write. */
    public static final CsvShape OURS = new CsvShape(StandardCharsets.UTF_8, ',');

    /** What can be read, the guess for one-byte files first among those. */
    public static final List<Charset> CHARSETS = List.of(
            StandardCharsets.UTF_8,
            StandardCharsets.UTF_16LE,
            StandardCharsets.UTF_16BE,
            Charset.forName("windows-1252"),
            Charset.forName("ISO-8859-15"),
            Charset.forName("IBM850"));

    /** Comma, semicolon, tab, vertical bar, caret. */
    public static final List<Character> SEPARATORS = List.of(',', ';', '\t', '|', '^');

    private static final int LINES_LOOKED_AT = 10;

    /** What a file most likely is, by its beginning. */
    public static CsvShape guess(byte[] start) {
        Charset charset = charset(start);
        return new CsvShape(charset, separator(new String(start, charset)));
    }

    /** How many bytes of a byte-order mark a file begins with. */
    int mark(byte[] start) {
        if (charset.equals(StandardCharsets.UTF_8)) return begins(start, 0xEF, 0xBB, 0xBF) ? 3 : 0;
        return begins(start, 0xFF, 0xFE) || begins(start, 0xFE, 0xFF) ? 2 : 0;
    }

    /** What the separator is called. */
    public static String name(char separator) {
        return switch (separator) {
            case ',' -> "comma";
            case ';' -> "semicolon";
            case '\t' -> "tab";
            case '|' -> "vertical bar";
            default -> "caret";
        };
    }

    private static boolean begins(byte[] start, int... bytes) {
        if (start.length < bytes.length) return false;
        for (int i = 0; i < bytes.length; i++) if ((start[i] & 0xFF) != bytes[i]) return false;
        return true;
    }

    private static Charset charset(byte[] start) {
        if (begins(start, 0xFF, 0xFE)) return StandardCharsets.UTF_16LE;
        if (begins(start, 0xFE, 0xFF)) return StandardCharsets.UTF_16BE;
        int even = 0;
        int odd = 0;
        for (int i = 0; i < start.length; i++) {
            if (start[i] != 0) continue;
            if (i % 2 == 0) even++;
            else odd++;
        }
        if (odd > start.length / 4) return StandardCharsets.UTF_16LE;
        if (even > start.length / 4) return StandardCharsets.UTF_16BE;
        return isUtf8(start) ? StandardCharsets.UTF_8 : CHARSETS.get(3);
    }

    /** Up to three bytes at the end may be a letter that was cut in two. */
    private static boolean isUtf8(byte[] start) {
        for (int cut = 0; cut <= 3 && cut <= start.length; cut++) {
            try {
                StandardCharsets.UTF_8
                        .newDecoder()
                        .onMalformedInput(CodingErrorAction.REPORT)
                        .decode(ByteBuffer.wrap(start, 0, start.length - cut));
                return true;
            } catch (CharacterCodingException notYet) {
                if (cut == 3) return false;
            }
        }
        return true;
    }

    /** The one that stands most often on the first line and as often on the others; the comma where none does. */
    private static char separator(String text) {
        List<String> lines = text.lines().limit(LINES_LOOKED_AT).toList();
        var counted = new ArrayList<long[]>();
        for (char c : SEPARATORS) {
            long first = lines.isEmpty() ? 0 : count(lines.getFirst(), c);
            long same = lines.stream().filter(l -> count(l, c) == first).count();
            if (first > 0) counted.add(new long[] {c, same, first});
        }
        return counted.stream()
                .max(Comparator.<long[]>comparingLong(c -> c[1]).thenComparingLong(c -> c[2]))
                .map(c -> (char) c[0])
                .orElse(',');
    }

    private static long count(String line, char separator) {
        boolean quoted = false;
        long count = 0;
        for (int i = 0; i < line.length(); i++) {
            if (line.charAt(i) == '"') quoted = !quoted;
            if (!quoted && line.charAt(i) == separator) count++;
        }
        return count;
    }
}
