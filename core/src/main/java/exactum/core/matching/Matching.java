package exactum.core.matching;

import exactum.core.bank.StatementLine;
import exactum.core.ids.CustomerId;
import exactum.core.matching.Proposal.Part;
import exactum.core.money.Money;
import exactum.core.text.Days;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/**
 * Says what bank lines may be, for a whole set of them at once, best first: what one line takes is not proposed to another as
 * well. Parts and remainder of a proposal always make up its line. Never certain on an amount alone (common practice, no
 * source).
 */
public final class Matching {
    private static final int MOST = 8;
    private static final int LEAST = 30;
    private static final int RULED = 105;
    private static final int DOUBTED = 90;
    private static final int CLOSE = 15;
    private static final int STRONG = 80;
    private static final int TAKEN = 45;
    private final MatchIndex index;
    private final PayerMemory memory;
    private final Money letGo;
    private final Rates rates;
    private final Map<Object, Long> there = new HashMap<>();

    /**
     * Proposes from what is open and waits.
     *
     * @param memory who paid from which account before; not changed
     */
    public Matching(Collection<? extends Candidate> candidates, PayerMemory memory) {
        this(candidates, memory, null, Rates.NONE);
    }

    /**
     * Proposes from what is open and waits.
     *
     * @param memory who paid from which account before; not changed
     * @param letGo how much may be missing of an open item and is let go, in the currency of the business; null for nothing
     * @param rates what amounts come to in other currencies
     */
    public Matching(Collection<? extends Candidate> candidates, PayerMemory memory, Money letGo, Rates rates) {
        this.letGo = letGo;
        this.rates = rates;
        index = new MatchIndex(candidates);
        this.memory = memory;
        for (Candidate candidate : candidates) {
            switch (candidate) {
                case Candidate.Open o -> there.put(o.claim(), o.left().minor());
                case Candidate.Waiting w ->
                    there.put(w.item(), Math.abs(w.left().minor()));
                case Candidate.Received r -> there.put(r.means(), r.left().minor());
                case Candidate.Credit c -> there.put(c.means(), c.left().minor());
                case Candidate.Paid p -> {}
                case Candidate.Ruled r -> {}
                case Candidate.Ourselves our -> {}
            }
        }
    }

    /** Every piece of the lines' texts that may be a number of ours, of the lengths given: what to look up beyond what is open. */
    public static Set<String> numberKeys(Collection<StatementLine> lines, Collection<Integer> lengths) {
        var keys = new HashSet<String>();
        lines.forEach(l -> keys.addAll(new Written(l).pieces(lengths)));
        return keys;
    }

    /** The key by which a number is looked up among {@link #numberKeys}: small letters and digits alone. */
    public static String numberKey(String number) {
        return Written.key(number);
    }

    /** The proposals for each line, in the order of the lines; none where nothing we know explains it. */
    public List<List<Proposal>> propose(List<Asked> lines) {
        var own = new OwnTransfers(index.ourselves(), lines);
        List<List<Proposal>> all = lines.parallelStream()
                .map(l -> of(l, own, memory, null, Taken.NOTHING))
                .collect(Collectors.toCollection(ArrayList::new));
        all = withLearnt(lines, own, all, new WholeSet(all, there));
        List<List<Proposal>> wanted = List.copyOf(all);
        all = withTaken(lines, own, all, new WholeSet(all, there));
        return ordered(lines, wanted, all, new WholeSet(all, there));
    }

    /** What is certain teaches who pays from which account, for the lines that are not. */
    private List<List<Proposal>> withLearnt(
            List<Asked> lines, OwnTransfers own, List<List<Proposal>> all, WholeSet set) {
        PayerMemory learnt = memory.copy();
        var unsure = new ArrayList<Integer>();
        Map<String, CustomerId> taught = new HashMap<>();
        var meant = new Taken();
        all.stream()
                .filter(of -> !of.isEmpty() && isNamedToTheCent(of.getFirst()))
                .forEach(of -> meant.means(of.getFirst()));
        for (int i = 0; i < lines.size(); i++) {
            Proposal chosen = chosen(all, set, i);
            boolean strong = !all.get(i).isEmpty() && all.get(i).getFirst().grade() == Grade.CERTAIN;
            if (!strong || isByPayerAlone(all.get(i).getFirst())) unsure.add(i);
            if (chosen == null || chosen.points() < STRONG || isByPayerAlone(chosen)) continue;
            Set<CustomerId> customers = chosen.parts().stream()
                    .filter(Part.ForClaim.class::isInstance)
                    .map(p -> ((Part.ForClaim) p).customer())
                    .collect(Collectors.toSet());
            if (customers.size() != 1) continue;
            CustomerId customer = customers.iterator().next();
            taught.put(words(lines.get(i)), customer);
            learnt.add(lines.get(i).said(), customer);
        }
        return again(all, unsure, i -> of(lines.get(i), own, learnt, taught.get(words(lines.get(i))), meant));
    }

    /** Whether no number speaks for it, so that what other lines teach of the payer may change it. */
    private static boolean isByPayerAlone(Proposal proposal) {
        return proposal.working().stream().noneMatch(r -> r.points() >= Named.MISTYPED);
    }

    private static boolean isNamedToTheCent(Proposal proposal) {
        return proposal.remainder().isZero()
                && proposal.working().stream().anyMatch(r -> r.points() == Named.IN_FULL)
                && proposal.working().stream().anyMatch(r -> r.points() == MoneyIn.TO_THE_CENT);
    }

    /** Lines that did not get what they wanted most are looked at again, with what the others leave. */
    private List<List<Proposal>> withTaken(
            List<Asked> lines, OwnTransfers own, List<List<Proposal>> all, WholeSet set) {
        var taken = new Taken();
        var denied = new ArrayList<Integer>();
        for (int i = 0; i < lines.size(); i++) {
            Proposal chosen = chosen(all, set, i);
            boolean gotBest = chosen != null && set.chosen(i) == 0;
            if (gotBest || all.get(i).isEmpty()) {
                if (chosen != null && chosen.grade() != Grade.LOOK) taken.add(chosen, lines.get(i));
            } else {
                denied.add(i);
            }
        }
        return again(all, denied, i -> of(lines.get(i), own, memory, null, taken));
    }

    private static List<List<Proposal>> again(
            List<List<Proposal>> all, List<Integer> places, java.util.function.IntFunction<List<Proposal>> of) {
        var changed = new ArrayList<>(all);
        List<List<Proposal>> found = places.parallelStream().map(of::apply).toList();
        for (int i = 0; i < places.size(); i++) changed.set(places.get(i), found.get(i));
        return changed;
    }

    private static Proposal chosen(List<List<Proposal>> all, WholeSet set, int line) {
        return set.chosen(line) < 0 ? null : all.get(line).get(set.chosen(line));
    }

    private List<Proposal> of(Asked line, OwnTransfers own, PayerMemory payerMemory, CustomerId taught, Taken taken) {
        var written = new Written(line.said());
        var named = new Named(index, written);
        var drafts = new Drafts(line, letGo);
        own.propose(line, drafts);
        rule(line, drafts);
        new WaitingMoney(index, taken, line, named, drafts).propose();
        if (line.isIn())
            new Incoming(
                            index,
                            taken,
                            line,
                            written,
                            named,
                            new Payers(index, line, written, payerMemory, taught),
                            drafts,
                            rates)
                    .propose();
        else new Outgoing(index, line, named, drafts).propose();
        return best(drafts.made());
    }

    /** What the first standing rule says that the line meets. */
    private void rule(Asked line, Drafts drafts) {
        index.rules().stream()
                .filter(r -> r.when().isMetBy(line))
                .findFirst()
                .ifPresent(r -> drafts.whole(
                        new Part.ByRule(r.id(), line.left(), r.target()),
                        new Reason("the standing rule “%s”".formatted(r.name()), RULED)));
    }

    /** Of proposals with the same parts the better one; the best of all. */
    private static List<Proposal> best(List<Proposal> made) {
        return made.stream()
                .filter(p -> p.points() >= LEAST)
                .sorted(Comparator.comparingInt(Proposal::points).reversed())
                .collect(
                        () -> new LinkedHashMap<List<Part>, Proposal>(),
                        (seen, p) -> seen.putIfAbsent(p.parts(), p),
                        Map::putAll)
                .values()
                .stream()
                .limit(MOST)
                .toList();
    }

    /** The chosen one first; what another line takes is said. */
    private List<List<Proposal>> ordered(
            List<Asked> lines, List<List<Proposal>> wanted, List<List<Proposal>> all, WholeSet set) {
        Map<Object, Integer> takers = new HashMap<>();
        for (int i = 0; i < lines.size(); i++) {
            Proposal chosen = chosen(all, set, i);
            if (chosen == null) continue;
            for (Part part : chosen.parts()) if (Taken.key(part) != null) takers.putIfAbsent(Taken.key(part), i);
        }
        Map<Object, List<Rival>> rivals = rivals(wanted);
        return IntStream.range(0, lines.size())
                .mapToObj(i -> ordered(lines, i, all.get(i), set, takers, rivals))
                .toList();
    }

    /** A line that wanted something as well. */
    private record Rival(int line, int points) {}

    private static Map<Object, List<Rival>> rivals(List<List<Proposal>> wanted) {
        Map<Object, List<Rival>> rivals = new HashMap<>();
        for (int i = 0; i < wanted.size(); i++) {
            for (Proposal p : wanted.get(i)) {
                if (p.points() < STRONG) continue;
                for (Part part : p.parts())
                    if (Taken.key(part) != null)
                        rivals.computeIfAbsent(Taken.key(part), k -> new ArrayList<>(1))
                                .add(new Rival(i, p.points()));
            }
        }
        return rivals;
    }

    private List<Proposal> ordered(
            List<Asked> lines,
            int line,
            List<Proposal> of,
            WholeSet set,
            Map<Object, Integer> takers,
            Map<Object, List<Rival>> rivals) {
        var ordered = new ArrayList<Proposal>();
        int chosen = set.chosen(line);
        if (chosen >= 0) ordered.add(contested(lines, line, of.get(chosen), rivals));
        var denied = new ArrayList<Proposal>();
        for (int p = 0; p < of.size(); p++) {
            if (p == chosen) continue;
            if (set.fits(line, p)) ordered.add(of.get(p));
            else denied.add(denied(lines, line, of.get(p), takers));
        }
        if (ordered.size() > 1) {
            Proposal next = ordered.subList(1, ordered.size()).stream()
                    .max(Comparator.comparingInt(Proposal::points))
                    .orElseThrow();
            Proposal first = ordered.getFirst();
            boolean tied = next.points() >= first.points() - 5 && isOther(first, next);
            if (tied) ordered.set(0, first.doubted("it may as well be " + next.words(), DOUBTED));
        }
        ordered.addAll(denied);
        return List.copyOf(ordered);
    }

    private static boolean isOther(Proposal one, Proposal other) {
        Set<Object> a = one.parts().stream().map(Taken::key).collect(Collectors.toSet());
        Set<Object> b = other.parts().stream().map(Taken::key).collect(Collectors.toSet());
        return !a.equals(b);
    }

    private static Proposal denied(List<Asked> lines, int line, Proposal proposal, Map<Object, Integer> takers) {
        return proposal.parts().stream()
                .map(Taken::key)
                .filter(k -> k != null && takers.getOrDefault(k, line) != line)
                .findFirst()
                .map(k -> {
                    Asked other = lines.get(takers.get(k));
                    return proposal.doubted(
                            "the line of %s over %s fits it better"
                                    .formatted(
                                            Days.day(other.day()), other.left().text()),
                            TAKEN);
                })
                .orElse(proposal);
    }

    /** Another line, with other words, wants the same about as well. */
    private Proposal contested(List<Asked> lines, int line, Proposal chosen, Map<Object, List<Rival>> rivals) {
        if (chosen.points() < Proposal.CERTAIN_FROM) return chosen;
        for (Part part : chosen.parts()) {
            Object key = Taken.key(part);
            if (key == null) continue;
            long more = there.getOrDefault(key, 0L) - Math.abs(part.used().minor());
            for (Rival rival : rivals.getOrDefault(key, List.of())) {
                if (rival.line() == line || rival.points() < chosen.points() - CLOSE) continue;
                Asked other = lines.get(rival.line());
                if (isAlike(lines.get(line), other) || Math.abs(other.left().minor()) <= more) continue;
                return chosen.doubted(
                        "the line of %s over %s may be it as well"
                                .formatted(Days.day(other.day()), other.left().text()),
                        DOUBTED);
            }
        }
        return chosen;
    }

    /** A payment that came twice: the same words from the same payer. */
    private static boolean isAlike(Asked one, Asked other) {
        return words(one).equals(words(other));
    }

    private static String words(Asked line) {
        return line.said().counterparty() + "\n" + line.said().remittance();
    }
}
