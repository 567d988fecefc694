package exactum.core.matching;

import exactum.core.money.Money;
import exactum.core.text.Folding;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * All that lines may be, found by what stands on them: by number or reference, by amount, by name. Built once for a whole
 * set of lines; looking a line up costs what the line is long, not how much is open.
 */
public final class MatchIndex {
    private static final int SHORTEST_DIGITS = 6;
    private final Map<String, List<Candidate>> byKey = new HashMap<>();
    private final Set<Integer> lengths = new TreeSet<>();
    private final Map<Money, List<Candidate>> byAmount = new HashMap<>();
    private final Map<String, List<Candidate.Open>> byWord = new HashMap<>();
    private final Map<Object, List<Candidate.Open>> byDocument = new LinkedHashMap<>();

    /** An index of everything that a line may be, by number, reference, amount and name. */
    public MatchIndex(Collection<? extends Candidate> candidates) {
        for (Candidate candidate : candidates) {
            switch (candidate) {
                case Candidate.Open open -> {
                    number(open.number(), open);
                    amount(open.left(), open);
                    byDocument
                            .computeIfAbsent(open.document(), d -> new ArrayList<>())
                            .add(open);
                    for (String word : words(open.customerName()))
                        byWord.computeIfAbsent(word, w -> new ArrayList<>()).add(open);
                }
                case Candidate.Waiting waiting -> {
                    waiting.references().forEach(reference -> number(reference, waiting));
                    amount(waiting.left(), waiting);
                }
                case Candidate.Paid paid -> number(paid.number(), paid);
            }
        }
    }

    /** What the text names. */
    Set<Candidate> named(ReferenceText text) {
        var found = new LinkedHashSet<Candidate>();
        text.found(byKey.keySet(), lengths).forEach(key -> found.addAll(byKey.get(key)));
        return found;
    }

    /** What comes to exactly the amount. */
    List<Candidate> ofAmount(Money amount) {
        return byAmount.getOrDefault(amount, List.of());
    }

    /** The open items of a document. */
    List<Candidate.Open> ofDocument(Object document) {
        return byDocument.getOrDefault(document, List.of());
    }

    /** The open items of customers whose every word stands in the text. */
    List<Candidate.Open> ofName(String text) {
        Set<String> said = words(text);
        var found = new HashSet<Candidate.Open>();
        for (String word : said) {
            for (Candidate.Open open : byWord.getOrDefault(word, List.of())) {
                if (said.containsAll(words(open.customerName()))) found.add(open);
            }
        }
        return List.copyOf(found);
    }

    /**
     * A number is found in full, and by its digits alone where there are enough of them: {@code LW-2026-0042} by
     * {@code 2026 0042} too.
     */
    private void number(String number, Candidate candidate) {
        String whole = ReferenceText.key(number);
        key(whole, candidate);
        String digits = whole.replaceAll("\\D", "");
        if (digits.length() >= SHORTEST_DIGITS && !digits.equals(whole)) key(digits, candidate);
    }

    private void key(String key, Candidate candidate) {
        if (key.isEmpty()) return;
        byKey.computeIfAbsent(key, k -> new ArrayList<>()).add(candidate);
        lengths.add(key.length());
    }

    private void amount(Money amount, Candidate candidate) {
        byAmount.computeIfAbsent(amount, a -> new ArrayList<>()).add(candidate);
    }

    /** The words of a name that tell somebody apart; initials do not. */
    static Set<String> words(String name) {
        var words = new HashSet<String>();
        for (String word : Folding.of(name).split("[^\\p{L}\\p{N}]+")) {
            if (word.length() > 1) words.add(word);
        }
        return words;
    }
}
