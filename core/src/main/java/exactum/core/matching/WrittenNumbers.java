package exactum.core.matching;

import exactum.core.ids.CustomerId;
import exactum.core.money.Money;
import java.util.ArrayList;
import java.util.List;

/** What the numbers that a payer wrote pay, in full, in part, over, or with what else they owe. */
final class WrittenNumbers extends MoneyIn {
    private static final int NEXT_INSTALMENT = 29;
    private static final int SOME_OF_THEM = 20;
    private static final int FEW = 6;

    WrittenNumbers(MoneyIn of) {
        super(of);
    }

    void propose(List<Candidate.Open> open) {
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
            propose(theirs);
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

    private Reason wrote(List<Candidate.Open> open) {
        List<Reason> said = open.stream().map(o -> of(named.exact(), o)).toList();
        int least = said.stream().mapToInt(Reason::points).min().orElse(0);
        List<String> numbers =
                open.stream().map(Candidate.Open::number).distinct().sorted().toList();
        if (numbers.size() == 1) return new Reason(said.getFirst().words(), least);
        return new Reason("the payer wrote the numbers " + String.join(" and ", numbers), least);
    }
}
