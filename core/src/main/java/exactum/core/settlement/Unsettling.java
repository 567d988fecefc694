package exactum.core.settlement;

import exactum.core.ids.ClaimId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.EntryId;
import exactum.core.ids.MeansId;
import exactum.core.ids.TakeBackId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.Event;
import exactum.core.money.Money;
import exactum.core.money.Rounding;
import exactum.core.money.Valued;
import exactum.core.problem.Bug;
import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.util.List;

/**
 * Undoes what means settled, with a cause. What the bank said stays as it is. Nothing is edited: a reversing row stands
 * beside each row that it undoes.
 */
public final class Unsettling {
    private Unsettling() {}

    /**
     * Money that goes away again.
     *
     * @param amount in the means' currency, above zero, no more than stands
     * @param account where it is missing from now on: clearing, unplaced, disputed
     * @param first claims that are reopened first, as chosen; else the rest goes first and then the newest allocation
     * @param costs what was kept of the money on its way, where that is undone with it
     */
    public record Back(
            TakeBackId id,
            MeansId means,
            Money amount,
            LocalDate on,
            TakeBack.Cause cause,
            String reason,
            AccountCode account,
            List<ClaimId> first,
            List<Settling.Cost> costs) {
        public Back {
            first = List.copyOf(first);
            costs = List.copyOf(costs);
        }
    }

    /**
     * Takes a means back, in full or in part: the rest first, then the newest allocation, unless chosen. A discount, a
     * tolerated difference or a deposit goes back with the receipt that earned it.
     */
    public static TakeBack takeBack(Position p, Back back) {
        Means means = p.means(back.means());
        if (back.amount().compareTo(means.standing()) > 0 || !back.amount().isPositive()) {
            throw new Bug("%s cannot be taken back of a means that stands with %s"
                    .formatted(back.amount().plain(), means.standing().plain()));
        }
        Act act = p.act(Event.TAKEN_BACK, back.id().value(), back.on(), memo(back));
        reopen(p, act, back);
        Means stands = p.means(back.means());
        Valued gone = stands.left().part(back.amount());
        p.home(act.now(), stands, gone);
        Valued missing = gone;
        for (Settling.Cost cost : back.costs()) {
            act.now().credit(cost.account(), cost.amount());
            missing = missing.minus(cost.amount());
        }
        act.now().credit(back.account(), missing, p.customer(), null);
        p.put(stands.takingBack(gone));
        var takeBack = new TakeBack(
                back.id(),
                back.means(),
                gone,
                back.on(),
                back.cause(),
                back.reason(),
                act.now().id(),
                null);
        p.add(takeBack);
        p.done(act);
        return takeBack;
    }

    /**
     * Undoes a take-back, as when the match of a return is undone or a chargeback is won after all: the money is there again and
     * settles what it settled before, a write-off of it first taken back, as far as that is open; the rest is on account.
     */
    public static void restore(Position p, TakeBackId id, TakeBackId undone, LocalDate on, AccountCode account) {
        TakeBack before = p.takeBack(undone);
        Means means = p.means(before.means());
        Act act = p.act(Event.TAKE_BACK_UNDONE, id.value(), on, "Take-back undone: " + before.reason(), before.entry());
        act.now().debit(account, before.amount(), p.customer(), null);
        p.home(act.now(), means, before.amount().negated());
        p.put(means.givingAgain(before.amount()));
        for (Allocation reopened : p.undoneBy(undone)) {
            boolean ours = reopened.means().equals(means.id());
            Money amount = reopened.claimPart().amount().negated();
            boolean same = amount.currency().equals(before.amount().amount().currency());
            if (ours) {
                Policy.Part part = same
                        ? Policy.Part.of(reopened.claim(), amount)
                        : Policy.Part.across(
                                reopened.claim(),
                                amount,
                                reopened.meansPart().amount().negated());
                Settling.recover(p, act, p.claim(reopened.claim()), amount);
                Settling.pay(p, act, means.id(), part, false);
            }
        }
        p.add(new TakeBack(
                id,
                before.means(),
                before.amount().negated(),
                on,
                before.cause(),
                "undone",
                act.now().id(),
                undone));
        p.done(act);
    }

    /**
     * Takes a means off a claim by hand, the newest allocation first; it is left on account, the claim is open again.
     *
     * @throws Refusal if it is no money, or settles less than that of it
     */
    public static void release(Position p, MeansId means, ClaimId claim, Money amount, LocalDate on, String memo) {
        MeansKind kind = p.means(means).kind();
        if (!kind.isMoney()) {
            throw new Refusal(
                    "allocation.no-money",
                    "A %s is not money that can stay on account, so it is not taken off like a payment. Nothing was changed."
                            .formatted(kind.words()));
        }
        List<Allocation> standing =
                p.standing(means).stream().filter(a -> a.claim().equals(claim)).toList();
        Money settled = Money.sum(
                amount.currency(),
                standing.stream().map(a -> a.claimPart().amount()).toList());
        if (amount.compareTo(settled) > 0 || !amount.isPositive()) {
            throw new Refusal(
                    "allocation.less",
                    "Only %s of it is settled by this. Nothing was changed.".formatted(settled.text()));
        }
        requireStillHeld(p, means, p.claim(claim).billed(), amount);
        Act act = p.act(Event.ALLOCATION_UNDONE, p.ids().next(), on, memo);
        Money left = amount;
        for (Allocation one : standing) {
            Money part = left.min(one.claimPart().amount());
            if (!part.isPositive()) break;
            p.release(act, one, part, null);
            dropEarned(p, act, one, part);
            left = left.minus(part);
        }
        p.done(act);
    }

    /**
     * Takes a means off the open items of a document by hand, the last due first; it is left on account.
     *
     * @throws Refusal if it settles less than that of it
     */
    public static void releaseOf(
            Position p, MeansId means, DocumentId document, Money amount, LocalDate on, String memo) {
        Money rest = amount;
        for (Claim claim : p.claimsOf(document).reversed()) {
            Money settled = Money.sum(
                    amount.currency(),
                    p.standing(means).stream()
                            .filter(a -> a.claim().equals(claim.id()))
                            .map(a -> a.claimPart().amount())
                            .toList());
            Money part = settled.min(rest);
            if (part.isPositive()) release(p, means, claim.id(), part, on, memo);
            rest = rest.minus(part);
        }
        if (!amount.isPositive() || rest.isPositive())
            throw new Refusal(
                    "allocation.less",
                    "Only %s of it is settled by this. Nothing was changed."
                            .formatted(amount.minus(rest).text()));
    }

    /** Withdraws a part of what is no money from the claim that it settled. */
    static void withdraw(
            Position p, Act act, Allocation standing, Money part, TakeBackId takeBack, TakeBack.Cause cause) {
        EntryId entry = p.release(act, standing, part, takeBack).entry();
        Means means = p.means(standing.means());
        Valued gone = means.left().part(part);
        p.put(means.takingBack(gone));
        p.add(new TakeBack(takeBack, means.id(), gone, act.day(), cause, cause.words(), entry, null));
    }

    /** Reopens claims until the means has left what is to go: the chosen ones, then, beyond its rest, the newest. */
    private static void reopen(Position p, Act act, Back back) {
        Money rest = p.means(back.means()).left().amount();
        Money missing = back.amount();
        List<Allocation> newest = p.standing(back.means());
        for (ClaimId claim : back.first()) {
            for (Allocation one : newest) {
                if (one.claim().equals(claim)) missing = missing.minus(reopen(p, act, one, missing, back.id()));
            }
        }
        missing = missing.minus(rest.min(missing));
        for (Allocation one : newest) {
            if (!back.first().contains(one.claim())) missing = missing.minus(reopen(p, act, one, missing, back.id()));
        }
    }

    private static Money reopen(Position p, Act act, Allocation standing, Money most, TakeBackId takeBack) {
        Money ofMeans = standing.meansPart().amount().min(most);
        if (!ofMeans.isPositive()) return Money.zero(most.currency());
        Money part = standing.claimPart()
                .amount()
                .share(ofMeans, standing.meansPart().amount(), Rounding.HALF_UP_PER_EXCHANGE);
        p.release(act, standing, part, takeBack);
        dropEarned(p, act, standing, part);
        return ofMeans;
    }

    private static void dropEarned(Position p, Act act, Allocation released, Money part) {
        Money deposit = part;
        for (Means earned : p.earnedBy(released.means())) {
            if (earned.kind() != MeansKind.DEPOSIT) {
                p.standing(earned.id()).stream()
                        .filter(a -> a.claim().equals(released.claim()))
                        .forEach(a -> withdraw(
                                p,
                                act,
                                a,
                                a.claimPart().amount(),
                                new TakeBackId(p.ids().next()),
                                TakeBack.Cause.NOT_EARNED));
            } else if (earned.document()
                    .equals(p.claim(released.claim()).billed().document())) {
                deposit = deposit.minus(letGo(p, act, earned, deposit));
            }
        }
    }

    /** A person may not take the money off a deposit that was given back; the bank may. */
    private static void requireStillHeld(Position p, MeansId means, Billed billed, Money amount) {
        Money held = Money.zero(amount.currency());
        for (Means deposit : p.earnedBy(means)) {
            boolean ofIt =
                    deposit.kind() == MeansKind.DEPOSIT && billed.document().equals(deposit.document());
            if (ofIt) held = held.plus(deposit.standing());
        }
        if (billed.deposit() && amount.compareTo(held) > 0) {
            throw new Refusal(
                    "deposit.given-back",
                    "Only %s of this security deposit is still held; the rest was given back. Nothing was changed."
                            .formatted(held.text()));
        }
    }

    /** A deposit is held no further than it is paid: what came back to it after its money had gone is let go. */
    static void dropUnpaid(Position p, Act act, Means deposit) {
        Money paid = Money.zero(deposit.left().amount().currency());
        for (Allocation one : p.standing(deposit.earnedBy())) {
            boolean ofIt = p.claim(one.claim()).billed().document().equals(deposit.document());
            if (ofIt) paid = paid.plus(one.claimPart().amount());
        }
        Money beyond = deposit.standing().minus(paid);
        if (beyond.isPositive())
            letGo(p, act, deposit, beyond.min(deposit.left().amount()));
    }

    /** A deposit whose money went away is held no longer: its rest first, then what it was used for; answers how much. */
    private static Money letGo(Position p, Act act, Means deposit, Money most) {
        Money wanted = most.min(deposit.standing());
        if (!wanted.isPositive()) return wanted;
        var takeBack = new TakeBackId(p.ids().next());
        for (Allocation used : p.standing(deposit.id())) {
            Money missing = wanted.minus(p.means(deposit.id()).left().amount());
            if (missing.isPositive())
                p.release(act, used, missing.min(used.claimPart().amount()), takeBack);
        }
        Means stands = p.means(deposit.id());
        Valued gone = stands.left().part(wanted);
        p.put(stands.takingBack(gone));
        p.add(new TakeBack(
                takeBack, deposit.id(), gone, act.day(), TakeBack.Cause.NOT_EARNED, "its money went away", null, null));
        return wanted;
    }

    private static String memo(Back back) {
        return "Payment " + back.cause().words() + (back.reason().isEmpty() ? "" : ": " + back.reason());
    }
}
