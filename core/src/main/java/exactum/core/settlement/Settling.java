package exactum.core.settlement;

import exactum.core.ids.ClaimId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import exactum.core.ids.TakeBackId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.Event;
import exactum.core.money.Money;
import exactum.core.money.Split;
import exactum.core.money.Valued;
import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.util.List;

/**
 * The only way means meet claims. Money that came allocates by its policy, earns what it earns, and what is left stays on
 * account. Entries by common practice; tax relief on discounts and bad debts by Directive 2006/112/EC Art. 90 and national
 * law.
 */
public final class Settling {
    private Settling() {}

    /**
     * Money that comes.
     *
     * @param id the receipt it becomes
     * @param on the day it came
     * @param amount what it settles, before costs
     * @param account where it stands: unplaced, clearing, received
     * @param costs what was kept of it on its way, such as bank charges
     * @param reservedFor the document that it waits for, or null
     * @param memo in words
     */
    public record Incoming(
            MeansId id,
            LocalDate on,
            Valued amount,
            AccountCode account,
            List<Cost> costs,
            DocumentId reservedFor,
            String memo) {
        public Incoming {
            costs = List.copyOf(costs);
        }

        /** Money without costs that waits for nothing. */
        public static Incoming of(MeansId id, LocalDate on, Valued amount, AccountCode account, String memo) {
            return new Incoming(id, on, amount, account, List.of(), null, memo);
        }
    }

    /** What was kept of money on its way, above zero. */
    public record Cost(AccountCode account, Valued amount) {}

    /** Takes money in and lets it settle what the policy says; the rest is on account. */
    public static Means receive(Position p, Incoming in, Policy policy) {
        Means receipt = Means.fresh(in.id(), p.customer(), MeansKind.RECEIPT, in.on(), in.amount(), null, null);
        p.add(in.reservedFor() == null ? receipt : receipt.reservedFor(in.reservedFor()));
        Act act = p.act(Event.PAYMENT_RECEIVED, in.id().value(), in.on(), in.memo());
        Valued arrived = in.amount();
        for (Cost cost : in.costs()) {
            act.now().debit(cost.account(), cost.amount());
            arrived = arrived.minus(cost.amount());
        }
        act.now().debit(in.account(), arrived, p.customer(), null);
        p.home(act.now(), receipt, in.amount().negated());
        settle(p, act, in.id(), policy);
        p.done(act);
        return p.means(in.id());
    }

    /**
     * Lets what is left of a means settle more: credit that is used, or a deposit by a decision. What was reserved for the
     * document is free once it was used for it.
     */
    public static void use(Position p, MeansId id, Policy policy, LocalDate on, String memo) {
        Act act = p.act(Event.CREDIT_USED, p.ids().next(), on, memo);
        settle(p, act, id, policy);
        boolean arrived = policy instanceof Policy.OfDocument of
                && of.document().equals(p.means(id).reservedFor());
        if (arrived) p.put(p.means(id).freed());
        p.done(act);
    }

    /**
     * A credit note as it is issued: it settles the open claims of the document it credits, last due first; what exceeds
     * them is on account.
     *
     * @param credited the document, or null where it credits none
     * @param debits what it takes back: income by account, and tax; they add up to its amount
     */
    public static Means credit(
            Position p,
            MeansId id,
            DocumentId note,
            LocalDate on,
            DocumentId credited,
            List<Cost> debits,
            String memo) {
        Valued amount = debits.stream().map(Cost::amount).reduce(Valued::plus).orElseThrow();
        Means means = Means.fresh(id, p.customer(), MeansKind.CREDIT_NOTE, on, amount, note, null);
        p.add(means);
        Act act = p.act(Event.CREDIT_NOTE_ISSUED, note.value(), on, memo);
        debits.forEach(d -> act.now().debit(d.account(), d.amount(), null, note));
        p.home(act.now(), means, amount.negated());
        if (credited != null) settle(p, act, id, lastDueFirst(p, credited, amount.amount()));
        p.done(act);
        return p.means(id);
    }

    /** Writes off what is left of a claim, with the tax inside it. */
    public static Means writeOff(Position p, MeansId id, ClaimId claim, LocalDate on, String memo) {
        Claim open = p.claim(claim);
        if (!open.isOpen()) {
            throw new Refusal("write-off.nothing", "Nothing is open there any more. Nothing was written off.");
        }
        Act act = p.act(Event.WRITTEN_OFF, id.value(), on, memo);
        adjust(p, act, id, MeansKind.WRITE_OFF, open, open.left().amount(), null);
        p.done(act);
        return p.means(id);
    }

    private static Policy lastDueFirst(Position p, DocumentId document, Money most) {
        return new Policy.Chosen(p.openClaims().reversed().stream()
                .filter(c -> c.billed().document().equals(document))
                .filter(c -> c.left().amount().currency().equals(most.currency()))
                .map(c -> Policy.Part.of(c.id(), c.left().amount()))
                .toList());
    }

    private static void settle(Position p, Act act, MeansId id, Policy policy) {
        switch (policy) {
            case Policy.OnAccount nothing -> {}
            case Policy.OfDocument of -> {
                recover(p, act, id, of.document());
                inOrder(p, act, id, openIn(p, id, of.document()));
            }
            case Policy.DueOrder all -> {
                inOrder(p, act, id, openIn(p, id, null));
                recover(p, act, id, null);
                inOrder(p, act, id, openIn(p, id, null));
            }
            case Policy.Chosen chosen ->
                chosen.parts().forEach(part -> {
                    recover(p, act, p.claim(part.claim()), part.amount());
                    pay(p, act, id, part, false);
                });
        }
    }

    private static List<Claim> openIn(Position p, MeansId id, DocumentId document) {
        Money left = p.means(id).left().amount();
        return p.openClaims().stream()
                .filter(c -> document == null || c.billed().document().equals(document))
                .filter(c -> c.left().amount().currency().equals(left.currency()))
                .toList();
    }

    private static void inOrder(Position p, Act act, MeansId id, List<Claim> open) {
        boolean discounted = isExactlyTheDiscounted(p.means(id), open);
        for (Claim claim : open) {
            Money left = p.means(id).left().amount();
            if (!left.isPositive()) return;
            if (claim.billed().whole())
                inProportion(p, act, id, openIn(p, id, claim.billed().document()));
            else
                pay(p, act, id, Policy.Part.of(claim.id(), left.min(claim.left().amount())), discounted);
        }
    }

    /** Money for a document that counts as a whole: each of its open claims falls by the same share. */
    private static void inProportion(Position p, Act act, MeansId id, List<Claim> open) {
        if (open.isEmpty()) return;
        List<Money> lefts = open.stream().map(c -> c.left().amount()).toList();
        Money all = Money.sum(lefts.getFirst().currency(), lefts);
        List<Money> shares = Split.byWeights(
                        p.means(id).left().amount().min(all),
                        lefts.stream().map(Money::minor).toList())
                .parts();
        for (int i = 0; i < shares.size(); i++)
            if (shares.get(i).isPositive())
                pay(p, act, id, Policy.Part.of(open.get(i).id(), shares.get(i)), false);
    }

    /** Whether the money is what the first claims come to with the discounts that paying on its day earns. */
    private static boolean isExactlyTheDiscounted(Means means, List<Claim> open) {
        Money reduced = Money.zero(means.left().amount().currency());
        boolean any = false;
        for (Claim claim : open) {
            Money discount = earned(means, claim);
            any |= discount.isPositive();
            reduced = reduced.plus(claim.left().amount()).minus(discount);
            if (any && reduced.equals(means.left().amount())) return true;
        }
        return false;
    }

    private static Money earned(Means means, Claim claim) {
        boolean money = means.kind() == MeansKind.RECEIPT;
        return money
                ? claim.discountOn(means.on())
                : Money.zero(claim.left().amount().currency());
    }

    /** Settles one claim, with the discount that it earns or the little that may be missing. */
    static void pay(Position p, Act act, MeansId id, Policy.Part part, boolean discounted) {
        Means means = p.means(id);
        Claim claim = p.claim(part.claim());
        Money open = claim.left().amount();
        Money amount = part.amount().min(open);
        if (part.takes() == null) amount = amount.min(means.left().amount());
        if (!amount.isPositive()) return;
        Money discount = earned(means, claim);
        Money reduced = open.minus(discount);
        boolean earns = discount.isPositive() && amount.compareTo(reduced) >= 0 && (discounted || !amount.equals(open));
        if (earns && discounted) amount = reduced;
        if (amount.isPositive()) {
            Money takes = part.takes() == null
                    ? amount
                    : part.takes().share(amount, part.amount(), exactum.core.money.Rounding.HALF_UP_PER_EXCHANGE);
            Allocation made = p.allocate(act, means, claim, amount, takes);
            if (claim.billed().deposit() && means.kind() != MeansKind.DEPOSIT) hold(p, claim, made);
        }
        Money missing = open.minus(amount);
        if (earns) {
            adjust(p, act, new MeansId(p.ids().next()), MeansKind.EARLY_SETTLEMENT, p.claim(claim.id()), missing, id);
        } else if (missing.isPositive() && missing.compareTo(part.tolerated()) <= 0) {
            adjust(p, act, new MeansId(p.ids().next()), MeansKind.TOLERATED, p.claim(claim.id()), missing, id);
        }
        DocumentId document = claim.billed().document();
        if (!p.isOpen(document)) p.signal(new Signal.FullyPaid(document));
    }

    /** A deposit that was paid is held: a means of its own, which goes with the money that paid it. */
    private static void hold(Position p, Claim claim, Allocation paid) {
        p.add(Means.fresh(
                new MeansId(p.ids().next()),
                p.customer(),
                MeansKind.DEPOSIT,
                paid.countsOn(),
                paid.claimPart(),
                claim.billed().document(),
                paid.means()));
    }

    private static void adjust(
            Position p, Act act, MeansId id, MeansKind kind, Claim claim, Money amount, MeansId earnedBy) {
        Means means = Means.fresh(
                id,
                p.customer(),
                kind,
                act.day(),
                claim.left().part(amount),
                claim.billed().document(),
                earnedBy);
        boolean relieved = kind != MeansKind.TOLERATED;
        p.add(relieved ? means.withTax(claim.billed().taxIn(amount)) : means);
        p.allocate(act, p.means(id), claim, amount, amount);
    }

    /** Money for what was written off takes the write-off back first, as far as it reaches. */
    private static void recover(Position p, Act act, MeansId id, DocumentId document) {
        for (Means writeOff : p.ofKind(MeansKind.WRITE_OFF)) {
            boolean wanted = document == null || document.equals(writeOff.document());
            if (!wanted || !sameCurrency(writeOff, p.means(id))) continue;
            for (Allocation standing : p.standing(writeOff.id())) {
                Money open = Money.sum(
                        standing.claimPart().amount().currency(),
                        openIn(p, id, document).stream()
                                .map(c -> c.left().amount())
                                .toList());
                Money beyond = p.means(id).left().amount().minus(open);
                takeBackWriteOff(p, act, standing, beyond);
            }
        }
    }

    private static boolean sameCurrency(Means one, Means other) {
        return one.left().amount().currency().equals(other.left().amount().currency());
    }

    static void recover(Position p, Act act, Claim claim, Money wanted) {
        for (Allocation standing : p.standingOn(claim.id())) {
            boolean writtenOff = p.means(standing.means()).kind() == MeansKind.WRITE_OFF;
            Money beyond = wanted.minus(p.claim(claim.id()).left().amount());
            if (writtenOff) takeBackWriteOff(p, act, standing, beyond);
        }
    }

    private static void takeBackWriteOff(Position p, Act act, Allocation standing, Money most) {
        Money part = standing.claimPart().amount().min(most);
        if (!part.isPositive()) return;
        var takeBack = new TakeBackId(p.ids().next());
        Act first = p.act(Event.TAKEN_BACK, takeBack.value(), act.day(), "Write-off taken back: money came");
        Unsettling.withdraw(p, first, standing, part, takeBack, TakeBack.Cause.RECOVERED);
        p.done(first);
    }
}
