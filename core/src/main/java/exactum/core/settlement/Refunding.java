package exactum.core.settlement;

import exactum.core.ids.MeansId;
import exactum.core.ids.RefundId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.Event;
import exactum.core.money.Money;
import exactum.core.money.Valued;
import exactum.core.problem.Refusal;
import java.time.LocalDate;

/** Gives money back: it names what it draws on and the payment it goes back through, and both limits hold. */
public final class Refunding {
    private Refunding() {}

    /**
     * Refunds a part of what is left of a means.
     *
     * @param account where it waits until the bank or the processor confirms it
     * @throws Refusal if more is asked than is left of the one, or than came through the other
     */
    public static Refund refund(
            Position p,
            RefundId id,
            MeansId drawnOn,
            MeansId through,
            Money amount,
            LocalDate on,
            AccountCode account,
            String memo) {
        Means source = p.means(drawnOn);
        requireAtMost(amount, source.left().amount(), "left of it");
        requireAtMost(amount, p.means(through).refundableThrough(), "what can go back through that payment");
        Act act = p.act(Event.REFUND_SENT, id.value(), on, memo);
        Valued gone = source.left().part(amount);
        p.home(act.now(), source, gone);
        act.now().credit(account, gone, p.customer(), null);
        p.put(source.refunding(gone));
        p.put(p.means(through).refundingThrough(amount));
        var refund = new Refund(id, drawnOn, through, gone, on, act.now().id(), null);
        p.add(refund);
        p.done(act);
        return refund;
    }

    /** A refund that was refused: the money is left again where it was drawn from. */
    public static Refund refused(Position p, RefundId id, Refund refund, LocalDate on, AccountCode account) {
        Act act = p.act(Event.REFUND_REFUSED, id.value(), on, "Refund refused", refund.entry());
        act.now().debit(account, refund.amount(), p.customer(), null);
        p.home(act.now(), p.means(refund.drawnOn()), refund.amount().negated());
        p.put(p.means(refund.drawnOn()).refundRefused(refund.amount()));
        p.put(p.means(refund.through())
                .refundingThrough(refund.amount().amount().negated()));
        Means source = p.means(refund.drawnOn());
        if (source.kind() == MeansKind.DEPOSIT) Unsettling.dropUnpaid(p, act, source);
        var back = new Refund(
                id,
                refund.drawnOn(),
                refund.through(),
                refund.amount().negated(),
                on,
                act.now().id(),
                refund.id());
        p.add(back);
        p.done(act);
        return back;
    }

    private static void requireAtMost(Money amount, Money limit, String words) {
        if (amount.isPositive() && amount.compareTo(limit) <= 0) return;
        throw new Refusal(
                "refund.more",
                "%s is asked for, but %s is %s. Nothing was refunded.".formatted(amount.text(), limit.text(), words));
    }
}
