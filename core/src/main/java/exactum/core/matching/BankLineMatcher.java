package exactum.core.matching;

import exactum.core.bank.StatementLine;
import exactum.core.ids.CustomerId;
import exactum.core.matching.Proposal.Part;
import exactum.core.money.Money;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Says what a bank line may be, best first. Parts and remainder always make up the line. Never certain on an amount alone
 * (common practice, no source).
 */
public final class BankLineMatcher {
    private static final List<String> CHARGE_CODES = List.of("/MDOP/CHRG", "/MDOP/COMM", "/MDOP/FEES");
    private static final Comparator<Candidate.Open> DUE_ORDER = Comparator.comparing(Candidate.Open::due)
            .thenComparing(Candidate.Open::number)
            .thenComparing(o -> o.claim().value());
    private final MatchIndex index;

    /** Proposes from what is open and waits by an index. */
    public BankLineMatcher(MatchIndex index) {
        this.index = index;
    }

    /**
     * The proposals for what is left of the line, highest score first; none if nothing we know explains it.
     *
     * @param left signed as the line, not zero
     */
    public List<Proposal> propose(StatementLine line, Money left) {
        var proposals = new ArrayList<Proposal>();
        Set<Candidate> named = index.named(new ReferenceText(line));
        waiting(line, left, named, proposals);
        if (left.isPositive()) {
            documents(left, named, proposals);
            names(line, left, proposals);
            paidAlready(left, named, proposals);
            amounts(left, proposals);
        } else if (CHARGE_CODES.stream().anyMatch(line.bankCode()::endsWith)) {
            proposals.add(whole(
                    left,
                    new Part.BankCharge(left, "bank charge"),
                    List.of("the bank marks it as a charge of its own (%s)".formatted(line.bankCode())),
                    100));
        }
        proposals.sort(Comparator.comparingInt(Proposal::score).reversed().thenComparing(Proposal::words));
        return proposals.stream()
                .collect(
                        () -> new LinkedHashMap<List<Part>, Proposal>(),
                        (seen, p) -> seen.putIfAbsent(p.parts(), p),
                        Map::putAll)
                .values()
                .stream()
                .toList();
    }

    /** Every piece of the lines' texts that may be a number of ours, of the lengths given: what to look up beyond what is open. */
    public static Set<String> numberKeys(Collection<StatementLine> lines, Collection<Integer> lengths) {
        var keys = new HashSet<String>();
        lines.forEach(l -> keys.addAll(new ReferenceText(l).pieces(lengths)));
        return keys;
    }

    /** The key by which a number is looked up among {@link #numberKeys}: small letters and digits alone. */
    public static String numberKey(String number) {
        return ReferenceText.key(number);
    }

    private void waiting(StatementLine line, Money left, Set<Candidate> named, List<Proposal> proposals) {
        for (Candidate candidate : named) {
            if (!(candidate instanceof Candidate.Waiting w) || isOtherWay(w.left(), left)) continue;
            boolean equal = w.left().equals(left);
            Money part = w.left().abs().compareTo(left.abs()) <= 0 ? w.left() : left;
            proposals.add(new Proposal(
                    left,
                    List.of(new Part.IsWaiting(w.item(), part, words(w))),
                    left.minus(part),
                    List.of(
                            "it carries a reference of it",
                            equal ? "its amount agrees to the cent" : w.left().text() + " was expected"),
                    equal ? 100 : 70));
        }
        List<Candidate.Waiting> equal = index.ofAmount(left).stream()
                .filter(Candidate.Waiting.class::isInstance)
                .map(Candidate.Waiting.class::cast)
                .toList();
        Set<String> said = MatchIndex.words(line.counterparty() + " " + line.remittance());
        List<Candidate.Waiting> ofName = equal.stream()
                .filter(w -> !w.name().isEmpty() && said.containsAll(MatchIndex.words(w.name())))
                .toList();
        for (Candidate.Waiting w : equal) {
            if (named.contains(w)) continue;
            boolean sameName = ofName.contains(w);
            proposals.add(whole(
                    left,
                    new Part.IsWaiting(w.item(), left, words(w)),
                    sameName
                            ? List.of("its amount agrees to the cent", "the name " + w.name() + " agrees")
                            : List.of("its amount agrees to the cent"),
                    sameName ? ofName.size() == 1 ? 97 : 75 : 65));
        }
    }

    /** What the payer named by number: all of it, a part of it, or it and more. */
    private void documents(Money left, Set<Candidate> named, List<Proposal> proposals) {
        List<Candidate.Open> open = named.stream()
                .filter(Candidate.Open.class::isInstance)
                .map(Candidate.Open.class::cast)
                .filter(o -> o.left().currency().equals(left.currency()))
                .distinct()
                .sorted(DUE_ORDER)
                .toList();
        if (open.isEmpty()) return;
        List<String> numbers =
                open.stream().map(Candidate.Open::number).distinct().sorted().toList();
        String wrote = "the payer wrote the number " + String.join(" and ", numbers);
        Money total = sum(left, open, false);
        Money reduced = sum(left, open, true);
        if (left.equals(reduced) && !reduced.equals(total)) {
            proposals.add(parts(
                    left,
                    open,
                    true,
                    List.of(wrote, "its amount is what is open, less the early-settlement discount"),
                    98));
            return;
        }
        int compared = left.compareTo(total);
        String amount = compared == 0 ? "its amount is what is open, to the cent" : total.text() + " is open";
        proposals.add(parts(left, open, false, List.of(wrote, amount), compared == 0 ? 100 : 70));
        boolean ofOne = open.stream().map(Candidate.Open::customer).distinct().count() == 1;
        if (compared > 0 && ofOne) proposals.add(withRest(left, open, List.of(wrote, amount)));
        if (open.size() > 1) instalments(left, open, numbers.size() == 1, wrote, proposals);
    }

    /** One of several instalments is this amount: certainly the one that falls due first, where one document alone was named. */
    private static void instalments(
            Money left, List<Candidate.Open> open, boolean ofOne, String wrote, List<Proposal> proposals) {
        for (Candidate.Open one : open) {
            if (!one.left().equals(left)) continue;
            boolean next = ofOne && one.equals(open.getFirst());
            String why = next
                    ? "its amount is the instalment that falls due first, to the cent"
                    : "one of its instalments is this amount";
            proposals.add(parts(left, List.of(one), false, List.of(wrote, why), next ? 99 : 85));
        }
    }

    /** All that was named, and what is more than that stays on the payer's account. */
    private static Proposal withRest(Money left, List<Candidate.Open> open, List<String> reasons) {
        Proposal named = parts(left, open, false, reasons, 0);
        Candidate.Open payer = open.getFirst();
        var parts = new ArrayList<>(named.parts());
        parts.add(new Part.OnAccount(
                payer.customer(),
                named.remainder(),
                named.remainder().text() + " on account of " + payer.customerName()));
        var why = new ArrayList<>(reasons);
        why.add("what is more than that is theirs, and stays on account");
        return new Proposal(left, parts, Money.zero(left.currency()), why, 80);
    }

    private void names(StatementLine line, Money left, List<Proposal> proposals) {
        List<Candidate.Open> of = index.ofName(line.counterparty() + " " + line.remittance()).stream()
                .filter(o -> o.left().currency().equals(left.currency()))
                .sorted(DUE_ORDER)
                .toList();
        if (of.isEmpty()) return;
        for (Map.Entry<CustomerId, List<Candidate.Open>> customer :
                byCustomer(of).entrySet()) {
            List<Candidate.Open> theirs = customer.getValue();
            String name = "the name " + theirs.getFirst().customerName() + " agrees";
            List<Candidate.Open> equal = theirs.stream()
                    .filter(o -> o.left().equals(left)
                            || o.left().minus(o.discount()).equals(left))
                    .toList();
            for (Candidate.Open one : equal) {
                boolean discounted = !one.left().equals(left);
                List<String> reasons = List.of(
                        name,
                        discounted
                                ? "its amount is what is open, less the early-settlement discount"
                                : "its amount is what is open, to the cent");
                proposals.add(parts(left, List.of(one), discounted, reasons, equal.size() == 1 ? 85 : 60));
            }
            boolean all = theirs.size() > 1 && sum(left, theirs, false).equals(left);
            if (all)
                proposals.add(parts(left, theirs, false, List.of(name, "its amount is all that is open for them"), 80));
            if (equal.isEmpty() && !all)
                proposals.add(
                        parts(left, theirs, false, List.of(name, "taken in the order in which it falls due"), 50));
        }
    }

    /** Money for what is paid already is the customer's, on account. */
    private void paidAlready(Money left, Set<Candidate> named, List<Proposal> proposals) {
        for (Candidate candidate : named) {
            if (!(candidate instanceof Candidate.Paid paid)) continue;
            proposals.add(whole(
                    left,
                    new Part.OnAccount(paid.customer(), left, "on account of " + paid.customerName()),
                    List.of(
                            "the payer wrote the number " + paid.number(),
                            "nothing is open on it any more, so this is a second payment"),
                    62));
        }
    }

    private void amounts(Money left, List<Proposal> proposals) {
        List<Candidate.Open> equal = index.ofAmount(left).stream()
                .filter(Candidate.Open.class::isInstance)
                .map(Candidate.Open.class::cast)
                .sorted(DUE_ORDER)
                .toList();
        if (equal.size() != 1) return;
        proposals.add(parts(left, equal, false, List.of("its amount is what is open there, and nowhere else"), 40));
    }

    private static Proposal whole(Money left, Part part, List<String> reasons, int score) {
        return new Proposal(left, List.of(part), left.minus(part.amount()), reasons, score);
    }

    /** The items in order, as far as the money reaches; what is beyond them is the remainder. */
    private static Proposal parts(
            Money left, List<Candidate.Open> open, boolean discounted, List<String> reasons, int score) {
        var parts = new ArrayList<Part>();
        Money rest = left;
        for (Candidate.Open one : open) {
            Money wanted = discounted ? one.left().minus(one.discount()) : one.left();
            Money part = rest.min(wanted);
            if (!part.isPositive()) continue;
            boolean inPart = part.compareTo(wanted) < 0;
            parts.add(new Part.ForClaim(
                    one.claim(),
                    one.customer(),
                    one.number(),
                    part,
                    "%s%s of %s".formatted(inPart ? "part of " : "", one.number(), one.customerName())));
            rest = rest.minus(part);
        }
        return new Proposal(left, parts, rest, reasons, score);
    }

    private static Map<CustomerId, List<Candidate.Open>> byCustomer(List<Candidate.Open> open) {
        Map<CustomerId, List<Candidate.Open>> byCustomer = new LinkedHashMap<>();
        open.forEach(o ->
                byCustomer.computeIfAbsent(o.customer(), c -> new ArrayList<>()).add(o));
        return byCustomer;
    }

    private static Money sum(Money like, List<Candidate.Open> open, boolean discounted) {
        Money sum = Money.zero(like.currency());
        for (Candidate.Open one : open) {
            sum = sum.plus(one.left());
            if (discounted) sum = sum.minus(one.discount());
        }
        return sum;
    }

    private static boolean isOtherWay(Money waiting, Money left) {
        return !waiting.currency().equals(left.currency()) || waiting.isNegative() != left.isNegative();
    }

    private static String words(Candidate.Waiting w) {
        if (!w.name().isEmpty()) return w.kind().words() + " of " + w.name();
        return String.join(" ", w.kind().words(), String.join(", ", w.references()))
                .strip();
    }
}
