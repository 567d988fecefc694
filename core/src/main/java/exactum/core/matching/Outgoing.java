package exactum.core.matching;

import exactum.core.matching.Proposal.Part;
import exactum.core.money.Money;
import java.util.List;

/** What money out may be beyond what waits: a charge of the bank’s, a payment that came back. */
final class Outgoing {
    private static final List<String> CHARGES = List.of("/MDOP/CHRG", "/MDOP/COMM", "/MDOP/FEES");
    private static final List<String> RETURNS = List.of("/UPDD", "/RRTN", "/PRDD", "/RCDD", "/UPCQ");
    private static final int MARKED = 100;
    private static final int REFERENCE = 60;
    private static final int AMOUNT = 30;
    private static final int NAME = 25;
    private static final int OTHER_AMOUNT = 5;
    private static final int NOTHING_ELSE = 40;
    private final MatchIndex index;
    private final Asked asked;
    private final Named named;
    private final Drafts drafts;

    Outgoing(MatchIndex index, Asked asked, Named named, Drafts drafts) {
        this.index = index;
        this.asked = asked;
        this.named = named;
        this.drafts = drafts;
    }

    void propose() {
        Money left = asked.left();
        String code = asked.said().bankCode();
        if (CHARGES.stream().anyMatch(code::endsWith)) {
            drafts.whole(
                    new Part.BankCharge(left, "bank charge"),
                    new Reason("the bank marks it as a charge of its own (%s)".formatted(code), MARKED));
            return;
        }
        String reason = asked.said().further().returnReason();
        boolean cameBack = !reason.isEmpty() || RETURNS.stream().anyMatch(code::endsWith);
        if (cameBack) comesBack(left, reason.isEmpty() ? code : reason);
        else givesBack(left);
    }

    /** Credit on account that was given back: by the number of its credit note, or by name and amount where nothing else fits. */
    private void givesBack(Money left) {
        named.exact().forEach((candidate, wrote) -> {
            if (!(candidate instanceof Candidate.Credit c) || !isOf(c.left(), left)) return;
            boolean equal = c.left().equals(left.negated());
            drafts.whole(
                    new Part.GivesBack(c.means(), left, words(c)),
                    wrote,
                    equal
                            ? new Reason("its amount agrees to the cent", AMOUNT)
                            : new Reason(c.left().text() + " is on account", OTHER_AMOUNT));
        });
        Names counterparty = Names.of(asked.said().counterparty());
        List<Candidate.Credit> ofName = index.ofAmount(left).stream()
                .filter(Candidate.Credit.class::isInstance)
                .map(Candidate.Credit.class::cast)
                .filter(c -> !named.exact().containsKey(c))
                .filter(c -> Names.of(c.whose().name()).like(counterparty).compareTo(Names.Likeness.NEARLY) >= 0)
                .toList();
        for (Candidate.Credit c : ofName)
            drafts.whole(
                    new Part.GivesBack(c.means(), left, words(c)),
                    new Reason("its amount is on account, to the cent", AMOUNT),
                    new Reason("the name " + c.whose().name() + " agrees", NAME),
                    ofName.size() == 1
                            ? new Reason("nothing else on account fits payer and amount", NOTHING_ELSE)
                            : null);
    }

    private static String words(Candidate.Credit c) {
        return "refund to %s, %s".formatted(c.whose().name(), c.words());
    }

    /** Never certain: what follows from a return is a person’s to see first. */
    private void comesBack(Money left, String mark) {
        Reason marked = new Reason("the bank marks it as returned (%s)".formatted(mark), 0);
        named.exact().forEach((candidate, wrote) -> {
            if (!(candidate instanceof Candidate.Received r) || !isOf(r.left(), left)) return;
            boolean equal = r.left().equals(left.negated());
            drafts.whole(
                    part(r, left),
                    new Reason("it carries a reference of the payment", REFERENCE),
                    equal
                            ? new Reason("its amount agrees to the cent", AMOUNT)
                            : new Reason("the payment was " + r.left().text(), OTHER_AMOUNT),
                    marked);
        });
        Names counterparty = Names.of(asked.said().counterparty());
        for (Candidate candidate : index.ofAmount(left)) {
            if (!(candidate instanceof Candidate.Received r) || named.exact().containsKey(r)) continue;
            boolean sameName = Names.of(r.whose().name()).like(counterparty).compareTo(Names.Likeness.NEARLY) >= 0;
            drafts.whole(
                    part(r, left),
                    new Reason("its amount agrees to the cent", AMOUNT),
                    sameName ? new Reason("the name " + r.whose().name() + " agrees", NAME) : null,
                    marked);
        }
    }

    private static boolean isOf(Money there, Money left) {
        return there.currency().equals(left.currency()) && left.abs().compareTo(there) <= 0;
    }

    private static Part part(Candidate.Received r, Money left) {
        return new Part.ComesBack(
                r.means(), left, "payment of %s came back".formatted(r.whose().name()));
    }
}
