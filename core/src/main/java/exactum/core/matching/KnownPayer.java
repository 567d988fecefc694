package exactum.core.matching;

import exactum.core.ids.CustomerId;
import exactum.core.money.Money;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** What the payer owes, where no number says what is meant. */
final class KnownPayer extends MoneyIn {
    private static final int NOTHING_ELSE = 40;
    private static final int NOTHING_ELSE_OF_AMOUNT = 25;
    private static final int FIRST_OF_ALIKE = 20;
    private static final int FEW = 6;
    private static final int[] USUAL_DISCOUNTS = {2, 3, 1, 5};

    KnownPayer(MoneyIn of) {
        super(of);
    }

    void propose() {
        Map<CustomerId, List<Candidate.Open>> equal = new LinkedHashMap<>();
        Map<CustomerId, List<Candidate.Open>> owed = new LinkedHashMap<>();
        payers.found().forEach((customer, reason) -> {
            List<Candidate.Open> items = theirs(customer);
            if (items.isEmpty()) return;
            if (reason.points() > Payers.PARTLY) owed.put(customer, items);
            List<Candidate.Open> those = items.stream().filter(this::isAmount).toList();
            if (!those.isEmpty()) equal.put(customer, new ArrayList<>(those));
        });
        for (Candidate.Open o : ofAmount()) {
            Reason payer = payers.of(o.whose().id());
            boolean speaksForIt = payer != null && payer.points() > 0;
            if (speaksForIt && isAmount(o))
                equal.computeIfAbsent(o.whose().id(), c -> new ArrayList<>()).add(o);
        }
        equal.replaceAll((c, items) -> items.stream().distinct().toList());
        int best = equal.keySet().stream()
                .mapToInt(c -> payers.of(c).points())
                .max()
                .orElse(0);
        equal.forEach((customer, items) -> exact(customer, items, equal.size() == 1 || isAlone(equal, customer, best)));
        owed.forEach((customer, items) -> {
            if (!equal.containsKey(customer)) several(payers.found().get(customer), items, equal.isEmpty());
        });
    }

    /** Whether the customer fits clearly better than all others to whom the amount fits too. */
    private boolean isAlone(Map<CustomerId, List<Candidate.Open>> equal, CustomerId customer, int best) {
        int own = payers.of(customer).points();
        return own == best
                && equal.keySet().stream()
                        .filter(c -> !c.equals(customer))
                        .allMatch(c -> payers.of(c).points() <= Payers.PARTLY)
                && own > Payers.PARTLY;
    }

    private void exact(CustomerId customer, List<Candidate.Open> items, boolean alone) {
        Reason payer = payers.of(customer);
        for (Candidate.Open one : items) {
            boolean discounted = !one.left().equals(left);
            Reason amount = discounted
                    ? new Reason("its amount is what is open, less the early-settlement discount", TO_THE_CENT)
                    : new Reason("its amount is what is open, to the cent", TO_THE_CENT);
            Reason only = only(customer, payer, alone && items.size() == 1);
            if (items.size() > 1 && one.equals(items.getFirst()))
                only = new Reason(
                        "of several of this amount it falls due first",
                        payer.points() >= Payers.NEARLY ? FIRST_OF_ALIKE : 0);
            drafts.items(List.of(one), discounted, payer, amount, only, end(one), early(List.of(one)), otherNumber());
        }
    }

    private Reason only(CustomerId customer, Reason payer, boolean alone) {
        if (!alone || namesAnything() || payers.isKnownForOthers(customer) || isNearOfNamesake(customer)) return null;
        String words = "nothing else that is open fits payer and amount";
        if (payer.points() == Payers.NEARLY && !isCommon()) return new Reason(words, NOTHING_ELSE + 7);
        if (payer.points() >= Payers.NEARLY) return new Reason(words, NOTHING_ELSE);
        boolean onlyAmount = ofAmount().size() == 1;
        return onlyAmount ? new Reason("nothing else that is open has this amount", NOTHING_ELSE_OF_AMOUNT) : null;
    }

    /** Whether somebody of the same name owes nearly as much, of which a charge may have been taken. */
    private boolean isNearOfNamesake(CustomerId customer) {
        if (payers.isCrowded() && payers.of(customer).points() < Payers.KNOWN_ACCOUNT) return true;
        return payers.namesakes(customer).stream()
                .flatMap(c -> index.owing(c).items().stream())
                .filter(o -> o.left().currency().equals(left.currency()))
                .anyMatch(o -> isLittleLess(left, o.left()) || isLittleLess(o.left(), left));
    }

    private void several(Reason payer, List<Candidate.Open> items, boolean nothingEqual) {
        Sums.Fit fit = items.size() > 1 ? Sums.find(items, left, asked.day()) : null;
        if (fit != null) {
            Reason amount = fit.all()
                    ? new Reason("its amount is all that is open for them", TO_THE_CENT)
                    : new Reason("its amount is what is open on " + numbers(fit.items()), TO_THE_CENT);
            boolean alone = nothingEqual && fit.alone() && (fit.all() || items.size() <= FEW);
            drafts.items(
                    fit.items(),
                    fit.discounted(),
                    payer,
                    amount,
                    only(items.getFirst().whose().id(), payer, alone),
                    early(fit.items()),
                    otherNumber());
            return;
        }
        if (namesAnything()) return;
        near(payer, items);
        Reason order = new Reason("taken in the order in which it falls due", OTHER_AMOUNT);
        if (left.compareTo(total(items)) <= 0) drafts.items(items, false, payer, order);
        else
            drafts.itemsAndRest(
                    items,
                    payer,
                    new Reason("more than all that is open for them; the rest stays on account", OTHER_AMOUNT));
    }

    /** The one item of which little is missing, as charges or a discount take, or a little more came. */
    private void near(Reason payer, List<Candidate.Open> items) {
        List<Candidate.Open> shortBy =
                items.stream().filter(o -> isLittleLess(left, o.left())).toList();
        List<Candidate.Open> overBy =
                items.stream().filter(o -> isLittleLess(o.left(), left)).toList();
        Reason alone = new Reason("no other item of theirs is near", SHORT);
        for (Candidate.Open o : shortBy)
            drafts.items(
                    List.of(o), false, payer, missing(o), shortBy.size() + overBy.size() == 1 ? alone : null, end(o));
        for (Candidate.Open o : overBy)
            drafts.itemsAndRest(
                    List.of(o),
                    payer,
                    new Reason(left.minus(o.left()).text() + " more came than is open", SHORT),
                    shortBy.size() + overBy.size() == 1 ? alone : null,
                    end(o));
    }

    private Reason missing(Candidate.Open o) {
        Money missing = o.left().minus(left);
        for (int percent : USUAL_DISCOUNTS) {
            boolean just = Math.abs(missing.minor() * 100 - o.left().minor() * percent) < 100;
            if (just) return new Reason("%s is missing, which is %d %%".formatted(missing.text(), percent), SHORT + 7);
        }
        return new Reason(missing.text() + " is missing, as charges take", SHORT);
    }

    private static boolean isLittleLess(Money less, Money more) {
        long missing = more.minor() - less.minor();
        return missing > 0 && missing * 100 <= more.minor() * 6;
    }
}
