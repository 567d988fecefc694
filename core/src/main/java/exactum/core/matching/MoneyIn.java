package exactum.core.matching;

import exactum.core.ids.CustomerId;
import exactum.core.money.Money;
import exactum.core.text.Days;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/** A line of money in with all that is known of it, and what is asked of open items again and again. */
class MoneyIn {
    static final int TO_THE_CENT = 30;
    static final int OTHER_AMOUNT = 10;
    static final int SHORT = 15;
    static final int TOO_EARLY = -10;
    private static final int END_OF_NUMBER = 20;
    private static final int COMMON = 3;
    private static final int MOST_OF_AMOUNT = 200;
    final MatchIndex index;
    final Taken taken;
    final Asked asked;
    final Written written;
    final Named named;
    final Payers payers;
    final Drafts drafts;
    final Money left;

    MoneyIn(MatchIndex index, Taken taken, Asked asked, Written written, Named named, Payers payers, Drafts drafts) {
        this.index = index;
        this.taken = taken;
        this.asked = asked;
        this.written = written;
        this.named = named;
        this.payers = payers;
        this.drafts = drafts;
        left = asked.left();
    }

    MoneyIn(MoneyIn of) {
        this(of.index, of.taken, of.asked, of.written, of.named, of.payers, of.drafts);
    }

    /** The open items among them in the line's currency, as far as other lines leave something of them, in due order. */
    List<Candidate.Open> open(Collection<? extends Candidate> candidates) {
        return candidates.stream()
                .filter(Candidate.Open.class::isInstance)
                .map(Candidate.Open.class::cast)
                .filter(o -> o.left().currency().equals(left.currency()))
                .map(taken::left)
                .filter(Objects::nonNull)
                .distinct()
                .sorted(MatchIndex.DUE_ORDER)
                .toList();
    }

    /** What the customer owes in the line's currency, as far as other lines leave something of it, in due order. */
    List<Candidate.Open> theirs(CustomerId customer) {
        var theirs = new ArrayList<Candidate.Open>();
        for (Candidate.Open o : index.owing(customer).items()) {
            Candidate.Open there = o.left().currency().equals(left.currency()) ? taken.left(o) : null;
            if (there != null) theirs.add(there);
        }
        return theirs;
    }

    /** What comes to the amount; nothing where that many do that it says nothing. */
    List<Candidate.Open> ofAmount() {
        List<Candidate> equal = index.ofAmount(left);
        return equal.size() > MOST_OF_AMOUNT ? List.of() : open(equal);
    }

    /** Whether many owe just this amount. */
    boolean isCommon() {
        long alike = index.ofAmount(left).size();
        return alike >= COMMON && alike * 100 > index.open();
    }

    boolean isAmount(Candidate.Open o) {
        return o.left().equals(left) || o.toPayOn(asked.day()).equals(left);
    }

    /** Whether a number is written, of something open, paid or unknown, that speaks for what it names alone. */
    boolean namesAnything() {
        return !named.others().isEmpty()
                || named.exact().keySet().stream()
                        .anyMatch(c -> c instanceof Candidate.Open || c instanceof Candidate.Paid);
    }

    Reason otherNumber() {
        return namesAnything() ? new Reason("the payer wrote another number", -5) : null;
    }

    /** The last digits of its number stand in the text. */
    Reason end(Candidate.Open one) {
        if (named.exact().containsKey(one)) return null;
        String[] runs = one.number().split("\\D+");
        String last = runs.length == 0 ? "" : runs[runs.length - 1].replaceFirst("^0+", "");
        boolean stands = last.length() >= 2
                && written.digitGroups().stream()
                        .anyMatch(g -> g.replaceFirst("^0+", "").equals(last));
        return stands ? new Reason("the payer wrote the end of its number", END_OF_NUMBER) : null;
    }

    static Reason of(Map<Candidate, Reason> exact, Candidate.Open left) {
        return exact.entrySet().stream()
                .filter(e -> e.getKey() instanceof Candidate.Open o && o.claim().equals(left.claim()))
                .findFirst()
                .orElseThrow()
                .getValue();
    }

    /** The best that speaks for one of whose they are. */
    Reason payer(List<Candidate.Open> items) {
        Reason best = null;
        for (CustomerId customer :
                items.stream().map(o -> o.whose().id()).distinct().toList()) {
            Reason one = payers.of(customer);
            if (one != null && (best == null || one.points() > best.points())) best = one;
        }
        return best;
    }

    Reason early(List<Candidate.Open> items) {
        return items.stream()
                .filter(o -> o.issued() != null && o.issued().isAfter(asked.day()))
                .findFirst()
                .map(o -> new Reason(o.number() + " was issued only later, on " + Days.day(o.issued()), TOO_EARLY))
                .orElse(null);
    }

    Money total(List<Candidate.Open> items) {
        return Money.sum(
                left.currency(), items.stream().map(Candidate.Open::left).toList());
    }

    static boolean isOfOne(List<Candidate.Open> items) {
        return items.stream().map(o -> o.whose().id()).distinct().count() == 1;
    }

    static String numbers(List<Candidate.Open> items) {
        return String.join(
                " and ", items.stream().map(Candidate.Open::number).distinct().toList());
    }
}
