package exactum.core.matching;

import exactum.core.text.Folding;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/**
 * A name as banks and payers write it: accents, the spelling of umlauts, titles, company forms and the order of its words
 * do not matter; initials stand for names. Common practice, no source.
 */
final class Names {
    private static final Set<String> SILENT = Set.of(
            "herr",
            "frau",
            "mr",
            "mrs",
            "ms",
            "miss",
            "dr",
            "prof",
            "dipl",
            "ing",
            "mme",
            "mlle",
            "sig",
            "signora",
            "und",
            "and",
            "et",
            "the",
            "fa",
            "firma",
            "familie",
            "fam",
            "der",
            "die",
            "das",
            "von",
            "van",
            "de",
            "zu",
            "co",
            "gmbh",
            "mbh",
            "ag",
            "kg",
            "ohg",
            "ug",
            "gbr",
            "ev",
            "eg",
            "se",
            "ltd",
            "limited",
            "plc",
            "llc",
            "llp",
            "lp",
            "inc",
            "incorporated",
            "corp",
            "corporation",
            "company",
            "sarl",
            "sas",
            "sa",
            "sasu",
            "eurl",
            "bv",
            "nv",
            "vof",
            "oy",
            "oyj",
            "ab",
            "as",
            "aps",
            "asa",
            "srl",
            "spa",
            "sl",
            "slu",
            "lda",
            "kft",
            "doo",
            "sro",
            "zoo",
            "haftungsbeschrankt",
            "haftungsbeschraenkt",
            "ek",
            "inh",
            "dac",
            "clg",
            "pty");
    private static final int LONGEST_RUN = 5;
    private static final int TOLD_BY = 3;
    private static final int CUT_FROM = 18;
    private static final int MOST_PAIRED = 12;

    /** How well a name agrees with what is written. */
    enum Likeness {
        NONE,
        /** One telling word of it. */
        PARTLY,
        /** All of it, some by initials or cut off, or most of it. */
        NEARLY,
        /** All of it. */
        WHOLE
    }

    private final List<String> words;
    private final String joined;
    private final String folded;
    private final boolean mayBeCut;

    private Names(List<String> words, String folded, boolean mayBeCut) {
        this.words = words;
        this.folded = folded;
        this.joined = String.join("", words);
        this.mayBeCut = mayBeCut;
    }

    static Names of(String name) {
        var all = new ArrayList<String>();
        for (String word : Folding.of(name).split("[^\\p{L}\\p{N}]+")) if (!word.isEmpty()) all.add(word);
        List<String> joined = withoutSpelledForms(all);
        List<String> telling = joined.stream().filter(w -> !SILENT.contains(w)).toList();
        List<String> words = (telling.isEmpty() ? joined : telling)
                .stream().map(Names::sound).toList();
        return new Names(words, String.join(" ", all), name.strip().length() >= CUT_FROM);
    }

    /** {@code S. A. R. L.} is {@code sarl}; initials of people stay single. */
    private static List<String> withoutSpelledForms(List<String> words) {
        var kept = new ArrayList<String>();
        for (int i = 0; i < words.size(); i++) {
            int end = i;
            while (end < words.size() && end - i < LONGEST_RUN && words.get(end).length() == 1) end++;
            String run = String.join("", words.subList(i, end));
            if (end - i >= 2 && SILENT.contains(run)) {
                i = end - 1;
            } else {
                kept.add(words.get(i));
            }
        }
        return kept;
    }

    /** The spelling of umlauts: {@code Mueller} and {@code Müller} sound alike. */
    private static String sound(String word) {
        if (word.indexOf('e') < 1) return word;
        var sound = new StringBuilder();
        for (int i = 0; i < word.length(); i++) {
            char c = word.charAt(i);
            char before = i == 0 ? ' ' : word.charAt(i - 1);
            boolean spelled = c == 'e' && (before == 'a' || before == 'o' || before == 'u');
            if (!spelled) sound.append(c);
        }
        return sound.toString();
    }

    boolean isEmpty() {
        return words.isEmpty();
    }

    List<String> words() {
        return words;
    }

    /** The words that tell somebody apart, and any two of them together. */
    Set<String> wordsAndPairs() {
        var all = new LinkedHashSet<String>();
        List<String> telling = words.stream()
                .filter(w -> w.length() > 1)
                .distinct()
                .sorted()
                .limit(MOST_PAIRED)
                .toList();
        all.addAll(telling);
        for (int i = 0; i < telling.size(); i++)
            for (int j = i + 1; j < telling.size(); j++) all.add(telling.get(i) + " " + telling.get(j));
        return all;
    }

    /** The whole of it, titles and company forms too. */
    String folded() {
        return folded;
    }

    /** How well this name agrees with who is written to be the other party. */
    Likeness like(Names other) {
        if (isEmpty() || other.isEmpty()) return Likeness.NONE;
        Names written = other.joinedLike(this);
        Names ours = joinedLike(other);
        return ours == this ? likeWritten(written) : ours.likeWritten(written);
    }

    /** {@code Mc Hugh} is one word where the other name has it as one. */
    private Names joinedLike(Names other) {
        for (int i = 0; i + 1 < words.size(); i++) {
            String one = words.get(i) + words.get(i + 1);
            if (one.length() < 5 || !other.words.contains(one)) continue;
            var merged = new ArrayList<>(words);
            merged.set(i, one);
            merged.remove(i + 1);
            return new Names(merged, folded, mayBeCut).joinedLike(other);
        }
        return this;
    }

    private Likeness likeWritten(Names written) {
        if (joined.equals(written.joined) && joined.length() >= TOLD_BY) return Likeness.WHOLE;
        var taken = new boolean[written.words.size()];
        int whole = 0;
        int nearly = 0;
        int missing = 0;
        int missingInitials = 0;
        for (String word : words) {
            int at = find(word, written, taken);
            if (at < 0) {
                if (word.length() == 1) missingInitials++;
                else missing++;
                continue;
            }
            taken[at] = true;
            if (isWhole(word, written.words.get(at))) whole++;
            else nearly++;
        }
        return likeness(whole, nearly, missing, missingInitials, written, taken);
    }

    private Likeness likeness(int whole, int nearly, int missing, int missingInitials, Names written, boolean[] taken) {
        if (whole == 0) return Likeness.NONE;
        if (missing == 0) {
            boolean alone = words.size() - missingInitials == 1
                    && words.stream().mapToInt(String::length).max().orElse(0) < 5;
            if (alone) return Likeness.PARTLY;
            return nearly == 0 && missingInitials == 0 ? Likeness.WHOLE : Likeness.NEARLY;
        }
        boolean allOfWritten = true;
        for (int i = 0; i < taken.length; i++)
            if (!taken[i] && written.words.get(i).length() > 1) allOfWritten = false;
        if (whole >= 2 && allOfWritten) return Likeness.NEARLY;
        return Likeness.PARTLY;
    }

    private static int find(String word, Names written, boolean[] taken) {
        for (int i = 0; i < taken.length; i++)
            if (!taken[i] && written.words.get(i).equals(word)) return i;
        for (int i = 0; i < taken.length; i++) {
            if (!taken[i] && isNearly(word, written.words.get(i), written.mayBeCut && i == taken.length - 1)) return i;
        }
        return -1;
    }

    private static boolean isWhole(String word, String written) {
        return word.length() > 1 && (word.equals(written) || word.length() >= 5 && isMisspelt(word, written));
    }

    private static boolean isNearly(String word, String written, boolean mayBeCut) {
        if (word.length() == 1 || written.length() == 1) return word.charAt(0) == written.charAt(0);
        boolean starts = word.startsWith(written) || written.startsWith(word);
        if (starts && Math.min(word.length(), written.length()) >= (mayBeCut ? 2 : 4)) return true;
        return word.length() >= 5 && isMisspelt(word, written);
    }

    /** One letter wrong, missing, too many, or two swapped. */
    private static boolean isMisspelt(String a, String b) {
        if (Math.abs(a.length() - b.length()) > 1) return false;
        int from = 0;
        int shorter = Math.min(a.length(), b.length());
        while (from < shorter && a.charAt(from) == b.charAt(from)) from++;
        String restA = a.substring(from);
        String restB = b.substring(from);
        if (restA.length() == restB.length()) {
            if (restA.length() <= 1) return true;
            boolean swapped = restA.charAt(0) == restB.charAt(1)
                    && restA.charAt(1) == restB.charAt(0)
                    && restA.substring(2).equals(restB.substring(2));
            return swapped || restA.substring(1).equals(restB.substring(1));
        }
        return restA.length() > restB.length()
                ? restA.substring(1).equals(restB)
                : restB.substring(1).equals(restA);
    }
}
