package exactum.core.matching;

import exactum.core.money.Money;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Numbers with a slip, alone or beside others that are right. */
final class MistypedNumbers extends MoneyIn {
    private static final int MOST_COMBINED = 400;

    MistypedNumbers(MoneyIn of) {
        super(of);
    }

    /** Numbers with a slip, alone or beside others that are right, where the amount comes out. */
    void propose(List<Candidate.Open> open) {
        List<Map<Candidate.Open, String>> slips = named.mistyped();
        if (slips.isEmpty()) return;
        Money rest = left.minus(total(open));
        var found = new ArrayList<Map<Candidate.Open, String>>();
        combine(slips, 0, rest, new LinkedHashMap<>(), found);
        for (Map<Candidate.Open, String> slip : found) drafts.items(both(open, slip), false, slip(open, slip));
        if (found.isEmpty() && open.isEmpty()) otherAmount(slips);
    }

    private static List<Candidate.Open> both(List<Candidate.Open> open, Map<Candidate.Open, String> slip) {
        var items = new ArrayList<>(open);
        items.addAll(slip.keySet());
        return items;
    }

    private Reason[] slip(List<Candidate.Open> open, Map<Candidate.Open, String> slip) {
        List<Candidate.Open> items = both(open, slip);
        Reason payer = payer(items);
        String words = String.join(
                " and ",
                slip.entrySet().stream()
                        .map(e -> "%s, but with %s".formatted(e.getKey().number(), e.getValue()))
                        .toList());
        int points = open.isEmpty() ? Named.MISTYPED : Named.BY_SHORT + SHORT;
        Reason wrote =
                new Reason("the payer meant " + (open.isEmpty() ? words : numbers(open) + " and " + words), points);
        Reason several = isOfOne(items) ? null : new Reason("they are of several customers", TOO_EARLY);
        return new Reason[] {
            wrote,
            new Reason("its amount is what is open, to the cent", TO_THE_CENT),
            payer,
            several,
            early(items),
            mayBePaid(slip, items)
        };
    }

    /** What is written may be a number that was paid before, where amounts repeat. */
    private Reason mayBePaid(Map<Candidate.Open, String> slip, List<Candidate.Open> items) {
        boolean paid = named.exact().keySet().stream().anyMatch(Candidate.Paid.class::isInstance);
        if (paid) return new Reason("what is written is the number of another that is paid", -35);
        if (items.size() > 1 || named.others().isEmpty()) return null;
        long theirs = index.owing(items.getFirst().whose().id()).items().stream()
                .filter(o -> o.left().equals(left))
                .count();
        return theirs > 1 || isCommon()
                ? new Reason("the number may be one that was paid before, of the same amount", -15)
                : null;
    }

    /** One of each row of digits, or none of it, so that they come to the rest. */
    private void combine(
            List<Map<Candidate.Open, String>> slips,
            int from,
            Money rest,
            Map<Candidate.Open, String> chosen,
            List<Map<Candidate.Open, String>> found) {
        if (found.size() >= MOST_COMBINED) return;
        if (rest.isZero() && !chosen.isEmpty()) {
            found.add(new LinkedHashMap<>(chosen));
            return;
        }
        if (from == slips.size() || !rest.isPositive()) return;
        slips.get(from).forEach((one, slip) -> {
            Candidate.Open open = taken.left(one);
            if (open == null || !open.left().currency().equals(left.currency()) || chosen.containsKey(open)) return;
            Money wanted = open.toPayOn(asked.day());
            boolean discounted = !wanted.equals(open.left());
            if (wanted.compareTo(rest) > 0 || discounted) return;
            chosen.put(open, slip);
            combine(slips, from + 1, rest.minus(wanted), chosen, found);
            chosen.remove(open);
        });
        combine(slips, from + 1, rest, chosen, found);
    }

    /** A number with a slip of a payer who is known, though the amount is another. */
    private void otherAmount(List<Map<Candidate.Open, String>> slips) {
        for (Map<Candidate.Open, String> slip : slips) {
            slip.forEach((one, words) -> {
                Candidate.Open open = taken.left(one);
                if (open == null || !open.left().currency().equals(left.currency())) return;
                Reason payer = payers.found().get(open.whose().id());
                if (payer == null || payer.points() < Payers.NEARLY) return;
                Reason wrote =
                        new Reason("the payer meant %s, but with %s".formatted(open.number(), words), Named.MISTYPED);
                Reason differs = new Reason(open.left().text() + " is open", OTHER_AMOUNT);
                if (left.compareTo(open.left()) <= 0) drafts.items(List.of(open), false, wrote, differs, payer);
                else drafts.itemsAndRest(List.of(open), wrote, differs, payer);
            });
        }
    }
}
