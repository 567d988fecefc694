package exactum.core.matching;

import exactum.core.matching.Proposal.Part;
import exactum.core.text.Days;
import java.util.ArrayList;
import java.util.List;

/** What money in may pay: what it names, what its payer owes, what comes to its amount. */
final class Incoming extends MoneyIn {
    private static final int NOT_THEIRS = -25;
    private static final int OF_ANOTHER = -10;
    private final Rates rates;

    Incoming(
            MatchIndex index,
            Taken taken,
            Asked asked,
            Written written,
            Named named,
            Payers payers,
            Drafts drafts,
            Rates rates) {
        super(index, taken, asked, written, named, payers, drafts);
        this.rates = rates;
    }

    void propose() {
        List<Candidate.Open> open = open(named.exact().keySet());
        if (!open.isEmpty()) new WrittenNumbers(this).propose(open);
        new MistypedNumbers(this).propose(open);
        new KnownPayer(this).propose();
        new OtherCurrency(this, rates).propose();
        paidAlready();
        byAmount();
    }

    /** Money for what is paid already is the customer's, on account; unless its payer owes just this by a number like it. */
    private void paidAlready() {
        named.exact().forEach((candidate, wrote) -> {
            if (candidate instanceof Candidate.Paid paid) {
                boolean meantOther = meantOther(paid.number(), paid.whose());
                String how = paid.how().isEmpty() ? "" : ": " + paid.how();
                onAccount(
                        paid.whose(),
                        new Reason("the payer wrote the number " + paid.number(), Named.BY_DIGITS),
                        new Reason("nothing is open on it any more, so this is a second payment" + how, 2),
                        notTheirs(meantOther));
            } else if (candidate instanceof Candidate.Open o && taken.left(o) == null) {
                Asked other = taken.by(o.claim());
                onAccount(
                        o.whose(),
                        new Reason("the payer wrote the number " + o.number(), Named.BY_DIGITS),
                        new Reason(
                                "the line of %s pays it already, so this is a second payment"
                                        .formatted(Days.day(other.day())),
                                2),
                        notTheirs(meantOther(o.number(), o.whose())));
            }
        });
    }

    private static Reason notTheirs(boolean meantOther) {
        return meantOther ? new Reason("another, who owes just this, sent it", NOT_THEIRS) : null;
    }

    /** Whether the payer owes just this amount by a number that is one slip away from another's, which is paid. */
    private boolean meantOther(String number, Whose whose) {
        var meant = new ArrayList<Candidate.Open>();
        Named.near(index, Written.digits(Written.key(number))).forEach((one, slip) -> {
            Reason payer = payers.found().get(one.whose().id());
            boolean theirs = payer != null
                    && payer.points() >= Payers.NEARLY
                    && !one.whose().id().equals(whose.id());
            Candidate.Open open = theirs ? taken.left(one) : null;
            if (open == null || !isAmount(open)) return;
            meant.add(open);
            drafts.items(
                    List.of(open),
                    !open.left().equals(left),
                    new Reason("the payer meant %s, but with %s".formatted(open.number(), slip), Named.MISTYPED),
                    new Reason("its amount is what is open, to the cent", TO_THE_CENT),
                    payer,
                    new Reason("what is written is the number of another, which is paid", OF_ANOTHER));
        });
        return !meant.isEmpty();
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
}
