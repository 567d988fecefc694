package exactum.core.matching;

import exactum.core.bank.CreditorReference;
import exactum.core.bank.StatementLine;
import exactum.core.text.Folding;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.SequencedSet;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.IntBinaryOperator;
import java.util.regex.Pattern;

/**
 * What stands on a bank line, read as somebody does who looks for a number in it: blanks, dashes and slashes inside a
 * number do not matter, nor where one field ends and the next begins; but a number is whole, not a piece of a longer one.
 */
final class Written {
    private static final Pattern DATE = Pattern.compile(
            "(?<!\\d)((19|20)\\d\\d-[01]\\d-[0-3]\\d|[0-3]?\\d[./][01]?\\d[./]((19|20)\\d\\d|\\d\\d))(?!\\d)");
    private static final Pattern SUM = Pattern.compile("(?<![\\d-])\\d{1,3}([.,' ]?\\d{3})*[.,]\\d\\d(?![\\d])");
    private static final String CONFUSED = "oilsbz";
    private static final String MEANT = "011582";
    private static final int GAP = 3;
    private static final int MOST_RUNS = 5;
    private static final int BEGINNING = 3;
    private final String compact;
    private final boolean[] startsRun;
    private final boolean[] endsRun;
    private final String folded;
    private final Set<String> referenced = new HashSet<>();
    private List<String> groups;

    Written(StatementLine line) {
        this(line.structuredReference(), line.remittance() + "\n" + usable(line.endToEndId()));
    }

    /**
     * A text.
     *
     * @param structured a creditor's reference that was given beside it, or empty
     */
    Written(String structured, String text) {
        var said = new StringBuilder();
        var rest = new StringBuilder(structured + "\n" + text);
        for (CreditorReference.Place place : CreditorReference.in(rest.toString())) {
            said.append(place.reference().means()).append('\n');
            referenced.add(key(place.reference().means()));
            for (int i = place.from(); i < place.to(); i++) rest.setCharAt(i, '\n');
        }
        if (referenced.isEmpty() && !structured.isBlank()) {
            referenced.add(key(structured));
            said.append(structured.replaceFirst("(?i)^\\s*RF\\s*\\d\\d", "")).append('\n');
        }
        folded = Folding.of(said.append(rest).toString());
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

    static String digits(String key) {
        var digits = new StringBuilder();
        for (int i = 0; i < key.length(); i++) if (Character.isDigit(key.charAt(i))) digits.append(key.charAt(i));
        return digits.toString();
    }

    /** A number's kind: its letters, and a nine for each digit; of digits alone, those that it begins with stay. */
    static String shape(String key) {
        var shape = new StringBuilder();
        if (digits(key).length() == key.length()) {
            int kept = Math.min(BEGINNING, key.length());
            return key.substring(0, kept) + "9".repeat(key.length() - kept);
        }
        for (int i = 0; i < key.length(); i++) shape.append(Character.isDigit(key.charAt(i)) ? '9' : key.charAt(i));
        return shape.toString();
    }

    /** Every piece of the text that could be a number of the lengths, the short first. */
    SequencedSet<String> pieces(Collection<Integer> lengths) {
        var pieces = new LinkedHashSet<String>();
        for (int length : new TreeSet<>(lengths)) {
            for (int from = 0; from + length <= compact.length(); from++) {
                if (startsRun[from] && endsRun[from + length - 1]) pieces.add(compact.substring(from, from + length));
            }
        }
        return pieces;
    }

    /** Whether the piece is all that the creditor's reference says. */
    boolean isReference(String key) {
        return referenced.contains(key);
    }

    /** All that is written, in small letters without accents. */
    String folded() {
        return folded;
    }

    /**
     * The digits that may be a number's, dates and sums left out: each run, and runs that stand close together as one; letters
     * that are taken for digits are read as such.
     */
    List<String> digitGroups() {
        if (groups == null) groups = groups(meant(masked(folded)));
        return groups;
    }

    private static String masked(String text) {
        String withoutDates = DATE.matcher(text).replaceAll(m -> "\n".repeat(GAP + 1));
        return SUM.matcher(withoutDates).replaceAll(m -> "\n".repeat(GAP + 1));
    }

    /** {@code 2O26} is 2026: letters that look like digits and touch one. */
    private static String meant(String text) {
        char[] meant = text.toCharArray();
        int i = 0;
        while (i < meant.length) {
            int end = i;
            while (end < meant.length && CONFUSED.indexOf(meant[end]) >= 0) end++;
            boolean touches = i > 0 && Character.isDigit(meant[i - 1])
                    || end < meant.length && end > i && Character.isDigit(meant[end]);
            boolean alone = (i == 0 || !Character.isLetter(meant[i - 1]))
                    && (end == meant.length || !Character.isLetter(meant[end]));
            if (end > i && end - i <= 2 && touches && alone)
                for (int at = i; at < end; at++) meant[at] = MEANT.charAt(CONFUSED.indexOf(meant[at]));
            i = Math.max(end, i + 1);
        }
        return new String(meant);
    }

    private static List<String> groups(String text) {
        var starts = new ArrayList<Integer>();
        var ends = new ArrayList<Integer>();
        for (int i = 0; i < text.length(); i++) {
            if (!Character.isDigit(text.charAt(i))) continue;
            int end = i;
            while (end < text.length() && Character.isDigit(text.charAt(end))) end++;
            starts.add(i);
            ends.add(end);
            i = end;
        }
        var groups = new LinkedHashSet<String>();
        IntBinaryOperator gap = (a, b) -> starts.get(b) - ends.get(a);
        for (int from = 0; from < starts.size(); from++) {
            var group = new StringBuilder();
            for (int at = from; at < starts.size() && at - from < MOST_RUNS; at++) {
                if (at > from && gap.applyAsInt(at - 1, at) > GAP) break;
                group.append(text, starts.get(at), ends.get(at));
                groups.add(group.toString());
            }
        }
        return List.copyOf(groups);
    }

    private static String usable(String endToEnd) {
        return endToEnd.equals("NOTPROVIDED") ? "" : endToEnd;
    }

    private static boolean bothDigits(char a, char b) {
        return Character.isDigit(a) && Character.isDigit(b);
    }
}
