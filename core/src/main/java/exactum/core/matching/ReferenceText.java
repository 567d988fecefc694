package exactum.core.matching;

import exactum.core.bank.StatementLine;
import exactum.core.text.Folding;
import java.util.Collection;
import java.util.HashSet;
import java.util.Set;
import java.util.TreeSet;

/**
 * What stands on a bank line, read as somebody does who looks for a number in it: blanks, dashes and slashes inside a
 * number do not matter, nor where one field ends and the next begins; but a number is whole, not a piece of a longer one.
 */
final class ReferenceText {
    private final String compact;
    private final boolean[] startsRun;
    private final boolean[] endsRun;

    ReferenceText(StatementLine line) {
        this(withoutCheckDigits(line.structuredReference()) + "\n" + line.remittance() + "\n" + line.endToEndId());
    }

    ReferenceText(String text) {
        String folded = Folding.of(text);
        var letters = new StringBuilder();
        var starts = new boolean[folded.length() + 1];
        var ends = new boolean[folded.length() + 1];
        char before = ' ';
        for (int i = 0; i < folded.length(); i++) {
            char c = folded.charAt(i);
            if (Character.isLetterOrDigit(c)) {
                starts[letters.length()] = !bothDigits(before, c);
                letters.append(c);
                char next = i + 1 < folded.length() ? folded.charAt(i + 1) : ' ';
                ends[letters.length() - 1] = !bothDigits(c, next);
            }
            before = c;
        }
        compact = letters.toString();
        startsRun = starts;
        endsRun = ends;
    }

    /** A key in the form in which it is looked up: folded letters and digits alone. */
    static String key(String reference) {
        var key = new StringBuilder();
        Folding.of(reference).chars().filter(Character::isLetterOrDigit).forEach(c -> key.append((char) c));
        return key.toString();
    }

    /** Which of the keys stand in the text. */
    Set<String> found(Set<String> keys, Collection<Integer> lengths) {
        var found = new TreeSet<String>();
        for (int length : new TreeSet<>(lengths)) {
            for (int from = 0; from + length <= compact.length(); from++) {
                if (!startsRun[from] || !endsRun[from + length - 1]) continue;
                String piece = compact.substring(from, from + length);
                if (keys.contains(piece)) found.add(piece);
            }
        }
        return found;
    }

    /** Every piece of the text that could be a number of the lengths. */
    Set<String> pieces(Collection<Integer> lengths) {
        var pieces = new HashSet<String>();
        for (int length : lengths) {
            for (int from = 0; from + length <= compact.length(); from++) {
                if (startsRun[from] && endsRun[from + length - 1]) pieces.add(compact.substring(from, from + length));
            }
        }
        return pieces;
    }

    /** The creditor reference without RF and its check digits (ISO 11649), so that what it stands for is seen. */
    private static String withoutCheckDigits(String reference) {
        String plain = reference.replaceAll("\\s", "");
        return plain.matches("(?i)RF\\d\\d\\w+") ? plain.substring(4) : plain;
    }

    private static boolean bothDigits(char a, char b) {
        return Character.isDigit(a) && Character.isDigit(b);
    }
}
