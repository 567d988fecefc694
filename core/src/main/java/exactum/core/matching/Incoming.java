package exactum.core.matching;

import exactum.core.ids.CustomerId;
import exactum.core.matching.Proposal.Part;
import exactum.core.money.Money;
import exactum.core.text.Days;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/** What money in may pay: what it names, what its payer owes, what comes to its amount. */
final class Incoming {
    static final int TO_THE_CENT = 30;
    private static final int NEXT_INSTALMENT = 29;
    private static final int SOME_OF_THEM = 20;
    private static final int OTHER_AMOUNT = 10;
    private static final int SHORT = 15;
    private static final int NOTHING_ELSE = 40;
    private static final int NOTHING_ELSE_OF_AMOUNT = 25;
    private static final int FIRST_OF_ALIKE = 20;
    private static final int END_OF_NUMBER = 20;
    private static final int TOO_EARLY = -10;
    private static final int DOUBTED = 90;
    private static final int MOST_COMBINED = 400;
    private static final int COMMON = 3;
    private static final int FEW = 6;
    private static final int MOST_OF_AMOUNT = 200;
    private static final int[] USUAL_DISCOUNTS = {2, 3, 1, 5};
    private final MatchIndex index;
    private final Taken taken;
    private final Asked asked;
    private final Written written;
    private final Named named;
    private final Payers payers;
    private final Drafts drafts;
    private final Money left;

    Incoming(MatchIndex index, Taken taken, Asked asked, Written written, Named named, Payers payers, Drafts drafts) {
        this.index = index;
        this.taken = taken;
        this.asked = asked;
        this.written = written;
        this.named = named;
        this.payers = payers;
        this.drafts = drafts;
        left = asked.left();
    }

    void propose() {
        List<Candidate.Open> open = open(named.exact().keySet());
        if (!open.isEmpty()) byNumber(open);
        mistyped(open);
        byPayer();
        paidAlready();
        byAmount();
    }

    /** The open items among them in the line's currency, as far as other lines leave something of them, in due order. */
    private List<Candidate.Open> open(Collection<? extends Candidate> candidates) {
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
    private List<Candidate.Open> theirs(CustomerId customer) {
        var theirs = new ArrayList<Candidate.Open>();
        for (Candidate.Open o : index.owing(customer).items()) {
            Candidate.Open there = o.left().currency().equals(left.currency()) ? taken.left(o) : null;
            if (there != null) theirs.add(there);
        }
        return theirs;
    }

    /** What comes to the amount; nothing where that many do that it says nothing. */
    private List<Candidate.Open> ofAmount() {
        List<Candidate> equal = index.ofAmount(left);
        return equal.size() > MOST_OF_AMOUNT ? List.of() : open(equal);
    }

    private void byNumber(List<Candidate.Open> open) {
        Reason wrote = wrote(open);
        Reason payer = payer(open);
        Sums.Fit fit = Sums.find(open, left, asked.day());
        meantOther(open, fit != null);
        if (fit == null && !isOfOne(open)) {
            ofThePayer(open);
            drafts.items(
                    open, false, wrote, new Reason("they are of several customers, and the amount is another", -30));
            return;
        }
        if (fit != null) {
            List<Candidate.Open> items = fit.items();
            Reason theirs = payer(items);
            drafts.items(items, fit.discounted(), wrote, amount(fit, open), theirs, early(items), rival(items, theirs));
            return;
        }
        Money total = total(open);
        Reason differs = new Reason(total.text() + " is open", OTHER_AMOUNT);
        int compared = left.compareTo(total);
        if (compared < 0) {
            Money charged = asked.said().further().charged();
            if (charged != null && total.equals(left.plus(charged)))
                drafts.itemsLessCharge(
                        open,
                        charged,
                        wrote,
                        new Reason("with the charge that the bank kept it is what is open", TO_THE_CENT),
                        payer);
            drafts.items(
                    open,
                    false,
                    wrote,
                    differs,
                    payer,
                    early(open),
                    open.size() > 1
                            ? new Reason("of which of them something is missing is not said", -10)
                            : rivalOfPart(open));
            return;
        }
        withOthers(open, wrote, payer, total);
        drafts.itemsAndRest(
                open,
                wrote,
                differs,
                new Reason("what is more than that is theirs, and stays on account", 0),
                payer,
                early(open));
        drafts.items(open, false, wrote, new Reason(total.text() + " is open", 0));
    }

    /** What is written is the number of another’s open item, but one slip away lies one of the payer’s with just this amount. */
    private void meantOther(List<Candidate.Open> open, boolean fits) {
        if (open.size() > 1 || written.isReference(Written.key(open.getFirst().number()))) return;
        Candidate.Open one = open.getFirst();
        Named.near(index, Written.digits(Written.key(one.number()))).forEach((near, slip) -> {
            Candidate.Open o = taken.left(near);
            if (o == null || o.document().equals(one.document()) || !o.left().equals(left)) return;
            Reason payer = payers.of(o.whose().id());
            if (payer == null || payer.points() <= 0) return;
            drafts.items(
                    List.of(o),
                    false,
                    new Reason("the payer meant %s, but with %s".formatted(o.number(), slip), Named.MISTYPED),
                    new Reason("its amount is what is open, to the cent", TO_THE_CENT),
                    payer,
                    fits ? new Reason("what is written has this amount too", -10) : null,
                    early(List.of(o)));
        });
    }

    /** Of numbers of several customers those of the payer: one of the others was mistyped. */
    private void ofThePayer(List<Candidate.Open> open) {
        for (CustomerId customer :
                open.stream().map(o -> o.whose().id()).distinct().toList()) {
            if (payers.of(customer) == null || payers.of(customer).points() <= 0) continue;
            List<Candidate.Open> theirs =
                    open.stream().filter(o -> o.whose().id().equals(customer)).toList();
            byNumber(theirs);
        }
    }

    /** What was named, and what else of the same payer makes the amount come out. */
    private void withOthers(List<Candidate.Open> open, Reason wrote, Reason payer, Money total) {
        List<Candidate.Open> others =
                new ArrayList<>(theirs(open.getFirst().whose().id()));
        others.removeAll(open);
        Sums.Fit fit = Sums.find(others, left.minus(total), asked.day());
        if (fit == null) return;
        var items = new ArrayList<>(open);
        items.addAll(fit.items());
        Reason with = new Reason(
                "with %s, which is open too, it comes out to the cent".formatted(numbers(fit.items())), SOME_OF_THEM);
        Reason alone = fit.alone() && others.size() <= FEW
                ? null
                : new Reason("other items of theirs would make it come out too", -10);
        drafts.items(items, fit.discounted(), wrote, with, payer, alone, early(items));
    }

    private Reason amount(Sums.Fit fit, List<Candidate.Open> open) {
        if (fit.all())
            return fit.discounted()
                    ? new Reason("its amount is what is open, less the early-settlement discount", TO_THE_CENT)
                    : new Reason("its amount is what is open, to the cent", TO_THE_CENT);
        boolean ofOneDocument =
                open.stream().map(Candidate.Open::document).distinct().count() == 1;
        if (!ofOneDocument) return new Reason("its amount is what is open on " + numbers(fit.items()), SOME_OF_THEM);
        if (fit.nearest() && fit.items().size() == 1)
            return new Reason("its amount is the instalment that falls due first, to the cent", NEXT_INSTALMENT);
        return new Reason(
                fit.nearest()
                        ? "its amount is the instalments that fall due first"
                        : "one of its instalments is this amount",
                SHORT);
    }

    /** Another number, one slip away, has the same amount: whose name is not on the line may have meant either. */
    private Reason rival(List<Candidate.Open> items, Reason payer) {
        if (payer != null && payer.points() >= Payers.NEARLY || items.size() > 1) return null;
        Candidate.Open one = items.getFirst();
        String key = Written.key(one.number());
        if (written.isReference(key)) return null;
        return Named.near(index, Written.digits(key)).keySet().stream()
                .filter(o -> !o.document().equals(one.document()))
                .filter(o -> taken.left(o) != null && o.toPayOn(asked.day()).equals(left))
                .filter(o -> !taken.isMeant(o))
                .filter(o -> payer == null || payer.points() <= 0 || speaksAsMuch(o, payer))
                .findFirst()
                .map(o -> new Reason(
                        o.number() + ", one slip away, has the same amount",
                        payer == null ? -10 : -5 - Math.max(0, payer.points())))
                .orElse(null);
    }

    private boolean speaksAsMuch(Candidate.Open other, Reason payer) {
        Reason theirs = payers.of(other.whose().id());
        return theirs != null && theirs.points() >= payer.points();
    }

    /** An item one slip away, whose whole amount it is, would explain it better than a part of what was written. */
    private Reason rivalOfPart(List<Candidate.Open> items) {
        Candidate.Open one = items.getFirst();
        return Named.near(index, Written.digits(Written.key(one.number()))).keySet().stream()
                .filter(o -> !o.document().equals(one.document())
                        && o.whose().id().equals(one.whose().id()))
                .filter(o -> taken.left(o) != null && o.toPayOn(asked.day()).equals(left))
                .findFirst()
                .map(o -> new Reason(o.number() + ", one slip away, has just this amount", -20))
                .orElse(null);
    }

    /** Numbers with a slip, alone or beside others that are right, where the amount comes out. */
    private void mistyped(List<Candidate.Open> open) {
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

    /** Whether many owe just this amount. */
    private boolean isCommon() {
        long alike = index.ofAmount(left).size();
        return alike >= COMMON && alike * 100 > index.open();
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

    private void byPayer() {
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

    private boolean isAmount(Candidate.Open o) {
        return o.left().equals(left) || o.toPayOn(asked.day()).equals(left);
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

    /** Whether a number is written, of something open, paid or unknown, that speaks for what it names alone. */
    private boolean namesAnything() {
        return !named.others().isEmpty()
                || named.exact().keySet().stream()
                        .anyMatch(c -> c instanceof Candidate.Open || c instanceof Candidate.Paid);
    }

    /** Whether somebody of the same name owes nearly as much, of which a charge may have been taken. */
    private boolean isNearOfNamesake(CustomerId customer) {
        if (payers.isCrowded() && payers.of(customer).points() < Payers.KNOWN_ACCOUNT) return true;
        return payers.namesakes(customer).stream()
                .flatMap(c -> index.owing(c).items().stream())
                .filter(o -> o.left().currency().equals(left.currency()))
                .anyMatch(o -> isLittleLess(left, o.left()) || isLittleLess(o.left(), left));
    }

    private Reason otherNumber() {
        return namesAnything() ? new Reason("the payer wrote another number", -5) : null;
    }

    /** The last digits of its number stand in the text. */
    private Reason end(Candidate.Open one) {
        if (named.exact().containsKey(one)) return null;
        String[] runs = one.number().split("\\D+");
        String last = runs.length == 0 ? "" : runs[runs.length - 1].replaceFirst("^0+", "");
        boolean stands = last.length() >= 2
                && written.digitGroups().stream()
                        .anyMatch(g -> g.replaceFirst("^0+", "").equals(last));
        return stands ? new Reason("the payer wrote the end of its number", END_OF_NUMBER) : null;
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

    /** Money for what is paid already is the customer's, on account. */
    private void paidAlready() {
        named.exact().forEach((candidate, wrote) -> {
            if (candidate instanceof Candidate.Paid paid) {
                String how = paid.how().isEmpty() ? "" : ": " + paid.how();
                onAccount(
                        paid.whose(),
                        new Reason("the payer wrote the number " + paid.number(), Named.BY_DIGITS),
                        new Reason("nothing is open on it any more, so this is a second payment" + how, 2));
            } else if (candidate instanceof Candidate.Open o && taken.left(o) == null) {
                Asked other = taken.by(o.claim());
                onAccount(
                        o.whose(),
                        new Reason("the payer wrote the number " + o.number(), Named.BY_DIGITS),
                        new Reason(
                                "the line of %s pays it already, so this is a second payment"
                                        .formatted(Days.day(other.day())),
                                2));
            }
        });
    }

    private void onAccount(Whose whose, Reason... reasons) {
        drafts.whole(new Part.OnAccount(whose.id(), left, "on account of " + whose.name()), reasons);
    }

    /** Never more than a look: an amount alone says little. */
    private void byAmount() {
        List<Candidate.Open> equal = ofAmount();
        if (equal.size() != 1
                || payers.found().containsKey(equal.getFirst().whose().id())) return;
        drafts.items(
                equal,
                !equal.getFirst().left().equals(left),
                new Reason("its amount is what is open there, and nowhere else", 40),
                otherNumber());
    }

    private Reason wrote(List<Candidate.Open> open) {
        List<Reason> said = open.stream().map(o -> of(named.exact(), o)).toList();
        int least = said.stream().mapToInt(Reason::points).min().orElse(0);
        List<String> numbers =
                open.stream().map(Candidate.Open::number).distinct().sorted().toList();
        if (numbers.size() == 1) return new Reason(said.getFirst().words(), least);
        return new Reason("the payer wrote the numbers " + String.join(" and ", numbers), least);
    }

    private static Reason of(Map<Candidate, Reason> exact, Candidate.Open left) {
        return exact.entrySet().stream()
                .filter(e -> e.getKey() instanceof Candidate.Open o && o.claim().equals(left.claim()))
                .findFirst()
                .orElseThrow()
                .getValue();
    }

    /** The best that speaks for one of whose they are. */
    private Reason payer(List<Candidate.Open> items) {
        Reason best = null;
        for (CustomerId customer :
                items.stream().map(o -> o.whose().id()).distinct().toList()) {
            Reason one = payers.of(customer);
            if (one != null && (best == null || one.points() > best.points())) best = one;
        }
        return best;
    }

    private Reason early(List<Candidate.Open> items) {
        return items.stream()
                .filter(o -> o.issued() != null && o.issued().isAfter(asked.day()))
                .findFirst()
                .map(o -> new Reason(o.number() + " was issued only later, on " + Days.day(o.issued()), TOO_EARLY))
                .orElse(null);
    }

    private Money total(List<Candidate.Open> items) {
        return Money.sum(
                left.currency(), items.stream().map(Candidate.Open::left).toList());
    }

    private static boolean isOfOne(List<Candidate.Open> items) {
        return items.stream().map(o -> o.whose().id()).distinct().count() == 1;
    }

    private static String numbers(List<Candidate.Open> items) {
        return String.join(
                " and ", items.stream().map(Candidate.Open::number).distinct().toList());
    }
}
