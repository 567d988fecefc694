package exactum.core.matching;

import exactum.core.ids.CustomerId;
import exactum.core.matching.MatchIndex.Owing;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Who may have paid a line: by the account and the name it came from before, by name, by the customer's code. */
final class Payers {
    static final int KNOWN_ACCOUNT = 30;
    static final int WHOLE_NAME = 25;
    static final int CODE = 25;
    static final int KNOWN_NAME = 20;
    static final int NEARLY = 18;
    static final int PARTLY = 12;
    private static final int ANOTHER = -5;
    private static final int OF_SEVERAL = 14;
    private static final int MOST_OF_WORDS = 150;
    private static final int MOST = 60;
    private final MatchIndex index;
    private final Asked asked;
    private final Names counterparty;
    private final Names text;
    private final Set<CustomerId> ofAccount;
    private boolean crowded;
    private final Map<CustomerId, Reason> found = new LinkedHashMap<>();

    Payers(MatchIndex index, Asked asked, Written written, PayerMemory memory, CustomerId taught) {
        this.index = index;
        this.asked = asked;
        counterparty = Names.of(asked.said().counterparty());
        text = Names.of(asked.said().remittance());
        ofAccount = memory.ofAccount(asked.said(), taught);
        remembered(ofAccount, "the account it came from paid for %s before", KNOWN_ACCOUNT);
        byName();
        for (String piece : written.pieces(index.codeLengths())) {
            Owing owing = index.ofCode(piece);
            if (owing != null)
                add(
                        owing,
                        new Reason(
                                "the payer wrote the customer’s code "
                                        + owing.whose().code(),
                                CODE));
        }
        remembered(memory.ofName(asked.said(), taught), "the same name paid for %s before", KNOWN_NAME);
    }

    /** The customers for whom anything speaks. */
    Map<CustomerId, Reason> found() {
        return found;
    }

    /** What speaks for the customer, who may be looked at because of a number or an amount; null if nothing is known. */
    Reason of(CustomerId customer) {
        Reason known = found.get(customer);
        if (known != null) return known;
        Owing owing = index.owing(customer);
        if (owing == null || counterparty.isEmpty()) return null;
        Reason reason = byName(owing);
        return reason != null
                ? reason
                : new Reason(
                        "the payer is called otherwise than " + owing.whose().name(), ANOTHER);
    }

    /** Whether its account paid before, but never for the customer. */
    boolean isKnownForOthers(CustomerId customer) {
        return !ofAccount.isEmpty() && !ofAccount.contains(customer);
    }

    /** Others who agree about as well, so that the name does not tell them apart. */
    List<CustomerId> namesakes(CustomerId customer) {
        int own = of(customer).points();
        if (own >= KNOWN_ACCOUNT) return List.of();
        return found.entrySet().stream()
                .filter(e -> !e.getKey().equals(customer) && e.getValue().points() >= Math.min(own, NEARLY))
                .map(Map.Entry::getKey)
                .toList();
    }

    private void remembered(Set<CustomerId> customers, String words, int points) {
        for (CustomerId customer : customers) {
            Owing owing = index.owing(customer);
            if (owing != null)
                add(
                        owing,
                        new Reason(words.formatted(owing.whose().name()), customers.size() == 1 ? points : OF_SEVERAL));
        }
    }

    private void byName() {
        Map<Owing, Integer> shared = new HashMap<>();
        for (Names names : List.of(counterparty, text)) {
            for (String words : names.wordsAndPairs()) {
                List<Owing> of = index.ofWords(words);
                if (of.size() <= MOST_OF_WORDS) {
                    for (Owing owing : of) shared.merge(owing, words.length(), Integer::sum);
                } else if (words.indexOf(' ') > 0) {
                    crowded = true;
                }
            }
        }
        if (shared.size() > MOST)
            crowded |=
                    shared.values().stream().filter(n -> n >= longest(shared)).count() > MOST;
        shared.entrySet().stream()
                .sorted(Map.Entry.<Owing, Integer>comparingByValue(Comparator.reverseOrder())
                        .thenComparing(e -> e.getKey().whose().id().value()))
                .limit(MOST)
                .forEach(e -> {
                    Reason reason = byName(e.getKey());
                    if (reason != null) add(e.getKey(), reason);
                });
    }

    private static int longest(Map<Owing, Integer> shared) {
        return shared.values().stream().mapToInt(n -> n).max().orElse(0);
    }

    /** Whether more are called so than were looked at. */
    boolean isCrowded() {
        return crowded;
    }

    private Reason byName(Owing owing) {
        Names.Likeness like = owing.like(counterparty);
        boolean inText = like != Names.Likeness.WHOLE && owing.like(text) == Names.Likeness.WHOLE;
        String name = owing.whose().name();
        if (inText) return new Reason("the payer wrote the name " + name, WHOLE_NAME);
        return switch (like) {
            case WHOLE ->
                new Reason("the name " + name + " agrees", owing.isCalled(counterparty) ? WHOLE_NAME + 2 : WHOLE_NAME);
            case NEARLY ->
                new Reason("the name nearly agrees: " + asked.said().counterparty() + " for " + name, NEARLY);
            case PARTLY -> new Reason("a part of the name " + name + " agrees", PARTLY);
            case NONE -> null;
        };
    }

    private void add(Owing owing, Reason reason) {
        found.merge(owing.whose().id(), reason, (a, b) -> a.points() >= b.points() ? a : b);
    }
}
