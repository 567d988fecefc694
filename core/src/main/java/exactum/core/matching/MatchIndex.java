package exactum.core.matching;

import exactum.core.ids.CustomerId;
import exactum.core.money.Money;
import java.math.BigInteger;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * All that lines may be, found by what stands on them: by number or reference, by amount, by name. Built once for a whole
 * set of lines; looking a line up costs what the line is long, not how much is open.
 */
final class MatchIndex {
    static final Comparator<Candidate.Open> DUE_ORDER = Comparator.comparing(Candidate.Open::due)
            .thenComparing(Candidate.Open::number)
            .thenComparing(o -> o.claim().value());
    private static final int FEWEST_DIGITS = 5;
    private static final BigInteger BEYOND = BigInteger.valueOf(50);
    private final Map<String, List<Candidate>> byKey = new HashMap<>();
    private final Map<String, List<Candidate>> byDigits = new HashMap<>();
    private final Map<String, Owing> byCode = new HashMap<>();
    private final Map<Money, List<Candidate>> byAmount = new HashMap<>();
    private final Map<String, List<Owing>> byWord = new HashMap<>();
    private final Map<CustomerId, Owing> byCustomer = new LinkedHashMap<>();
    private final Set<Integer> lengths = new TreeSet<>();
    private final Set<Integer> codeLengths = new TreeSet<>();
    /** The greatest number of each shape. */
    private final Map<String, BigInteger> shapes = new HashMap<>();

    private final List<StandingRule> rules = new ArrayList<>();
    private final List<Candidate.Ourselves> ourselves = new ArrayList<>();
    private int open;

    /** A customer with everything that they owe, earliest due first. */
    static final class Owing {
        private final Whose whose;
        private final List<Names> names = new ArrayList<>();
        private final List<Candidate.Open> items = new ArrayList<>();

        private Owing(Whose whose) {
            this.whose = whose;
            names.add(Names.of(whose.name()));
            whose.payers().forEach(p -> names.add(Names.of(p)));
        }

        Whose whose() {
            return whose;
        }

        List<Candidate.Open> items() {
            return items;
        }

        List<Names> names() {
            return names;
        }

        /** Whether one of their names is just this one, company form and all. */
        boolean isCalled(Names written) {
            return names.stream().anyMatch(n -> n.folded().equals(written.folded()));
        }

        /** How well the best of their names agrees. */
        Names.Likeness like(Names written) {
            Names.Likeness best = Names.Likeness.NONE;
            for (Names name : names) {
                Names.Likeness one = name.like(written);
                if (one.compareTo(best) > 0) best = one;
            }
            return best;
        }
    }

    MatchIndex(Collection<? extends Candidate> candidates) {
        for (Candidate candidate : candidates) {
            switch (candidate) {
                case Candidate.Open o -> {
                    number(o.number(), o);
                    shape(Written.key(o.number()));
                    amount(o.left(), o);
                    if (o.early() != null)
                        amount(o.left().minus(o.early().discount().min(o.left())), o);
                    owing(o.whose()).items().add(o);
                    open++;
                }
                case Candidate.Waiting w -> {
                    w.references().forEach(reference -> number(reference, w));
                    amount(w.left(), w);
                }
                case Candidate.Paid paid -> number(paid.number(), paid);
                case Candidate.Received r -> {
                    r.references().forEach(reference -> number(reference, r));
                    amount(r.left().negated(), r);
                }
                case Candidate.Credit c -> {
                    c.references().forEach(reference -> number(reference, c));
                    amount(c.left().negated(), c);
                }
                case Candidate.Ruled ruled -> rules.add(ruled.rule());
                case Candidate.Ourselves our -> ourselves.add(our);
            }
        }
        byCustomer.values().forEach(o -> o.items().sort(DUE_ORDER));
    }

    private Owing owing(Whose whose) {
        return byCustomer.computeIfAbsent(whose.id(), id -> {
            var owing = new Owing(whose);
            for (Names name : owing.names())
                for (String words : name.wordsAndPairs())
                    byWord.computeIfAbsent(words, w -> new ArrayList<>(1)).add(owing);
            String code = Written.key(whose.code());
            if (code.length() >= FEWEST_DIGITS) {
                byCode.put(code, owing);
                codeLengths.add(code.length());
            }
            return owing;
        });
    }

    List<Candidate> ofKey(String key) {
        return byKey.getOrDefault(key, List.of());
    }

    List<Candidate> ofDigits(String digits) {
        return byDigits.getOrDefault(digits, List.of());
    }

    /** What comes to exactly the amount, at once or less its early-settlement discount. */
    List<Candidate> ofAmount(Money amount) {
        return byAmount.getOrDefault(amount, List.of());
    }

    Owing owing(CustomerId customer) {
        return byCustomer.get(customer);
    }

    Owing ofCode(String code) {
        return byCode.get(code);
    }

    /** The customers with the word, or with both words of a pair, in a name. */
    List<Owing> ofWords(String words) {
        return byWord.getOrDefault(words, List.of());
    }

    Set<Integer> lengths() {
        return lengths;
    }

    Set<Integer> codeLengths() {
        return codeLengths;
    }

    /** Whether it looks like one of our numbers, and is not far beyond the last of them. */
    boolean isOfOurs(String key) {
        BigInteger last = shapes.get(Written.shape(key));
        String digits = Written.digits(key);
        return last != null && new BigInteger(digits).compareTo(last.add(BEYOND)) <= 0;
    }

    private void shape(String key) {
        String digits = Written.digits(key);
        if (!digits.isEmpty()) shapes.merge(Written.shape(key), new BigInteger(digits), BigInteger::max);
    }

    List<StandingRule> rules() {
        return rules;
    }

    List<Candidate.Ourselves> ourselves() {
        return ourselves;
    }

    int open() {
        return open;
    }

    private void number(String number, Candidate candidate) {
        String whole = Written.key(number);
        if (whole.isEmpty()) return;
        byKey.computeIfAbsent(whole, k -> new ArrayList<>(1)).add(candidate);
        lengths.add(whole.length());
        String digits = Written.digits(whole);
        if (digits.length() >= FEWEST_DIGITS)
            byDigits.computeIfAbsent(digits, k -> new ArrayList<>(1)).add(candidate);
    }

    private void amount(Money amount, Candidate candidate) {
        byAmount.computeIfAbsent(amount, a -> new ArrayList<>(1)).add(candidate);
    }
}
