package exactum.core.settlement;

import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import exactum.core.money.Money;
import exactum.core.money.Rounding;
import exactum.core.money.Valued;
import exactum.core.problem.Bug;
import java.time.LocalDate;

/**
 * What settles claims: a receipt, a credit note, a discount, a write-off. It is used up by claims, refunds and take-backs;
 * these and its rest make up its amount.
 *
 * @param on the day it came or was made: it settles nothing before
 * @param amount above zero, with its worth on that day
 * @param left what settles nothing yet; always nothing for what is no money
 * @param tax the tax inside, for a discount or a write-off; else nothing
 * @param takenBack what went away again: returned, lost, undone
 * @param refunded what was given back out of it
 * @param refundedThrough what was given back through this payment, whatever it was drawn on
 * @param document the credit note it is, or the document that its deposit, discount or write-off belongs to; or null
 * @param earnedBy the receipt that a discount, a tolerated difference or a deposit goes with, or null
 * @param reservedFor the document that it waits for, or null
 */
public record Means(
        MeansId id,
        CustomerId customer,
        MeansKind kind,
        LocalDate on,
        Valued amount,
        Valued left,
        Money tax,
        Money takenBack,
        Money refunded,
        Money refundedThrough,
        DocumentId document,
        MeansId earnedBy,
        DocumentId reservedFor) {

    public Means {
        boolean within = !left.amount().isNegative()
                && !takenBack.isNegative()
                && !refunded.isNegative()
                && !used(amount, left, takenBack, refunded).isNegative();
        if (!amount.amount().isPositive() || !within) {
            throw new Bug("means %s of %s is left with %s, %s taken back, %s refunded"
                    .formatted(
                            id, amount.amount().plain(), left.amount().plain(), takenBack.plain(), refunded.plain()));
        }
    }

    /** A means as it comes, all of it left. */
    static Means fresh(
            MeansId id,
            CustomerId customer,
            MeansKind kind,
            LocalDate on,
            Valued amount,
            DocumentId document,
            MeansId earnedBy) {
        Money nothing = Money.zero(amount.amount().currency());
        return new Means(
                id, customer, kind, on, amount, amount, nothing, nothing, nothing, nothing, document, earnedBy, null);
    }

    private static Money used(Valued amount, Valued left, Money takenBack, Money refunded) {
        return amount.amount().minus(left.amount()).minus(takenBack).minus(refunded);
    }

    /** What claims have of it. */
    public Money used() {
        return used(amount, left, takenBack, refunded);
    }

    /** What a take-back can still take: all that was neither taken back nor refunded. */
    public Money standing() {
        return amount.amount().minus(takenBack).minus(refunded);
    }

    /**
     * The tax inside the next part of a discount or a write-off that is taken back, rounded half-up; the last part has what
     * is left of it.
     */
    Money taxOfNext(Money part) {
        Money whole = amount.amount();
        Money after = takenBack.plus(part);
        return tax.share(after, whole, Rounding.HALF_UP_PER_TAX_GROUP)
                .minus(tax.share(takenBack, whole, Rounding.HALF_UP_PER_TAX_GROUP));
    }

    /** What can still be given back through this payment. */
    public Money refundableThrough() {
        return amount.amount().minus(takenBack).minus(refundedThrough);
    }

    /** Whether a policy may take it: credit that is left and waits for no document. */
    public boolean isFreeCredit() {
        return kind.isCredit() && left.amount().isPositive() && reservedFor == null;
    }

    Means reservedFor(DocumentId waiting) {
        return new Means(
                id,
                customer,
                kind,
                on,
                amount,
                left,
                tax,
                takenBack,
                refunded,
                refundedThrough,
                document,
                earnedBy,
                waiting);
    }

    /** The same, waiting for nothing any more. */
    Means freed() {
        return reservedFor(null);
    }

    Means withLeft(Valued other) {
        return copy(other, tax, takenBack, refunded, refundedThrough);
    }

    Means withTax(Money other) {
        return copy(left, other, takenBack, refunded, refundedThrough);
    }

    Means takingBack(Valued part) {
        return copy(left.minus(part), tax, takenBack.plus(part.amount()), refunded, refundedThrough);
    }

    Means givingAgain(Valued part) {
        return copy(left.plus(part), tax, takenBack.minus(part.amount()), refunded, refundedThrough);
    }

    Means refunding(Valued part) {
        return copy(left.minus(part), tax, takenBack, refunded.plus(part.amount()), refundedThrough);
    }

    Means refundRefused(Valued part) {
        return copy(left.plus(part), tax, takenBack, refunded.minus(part.amount()), refundedThrough);
    }

    Means refundingThrough(Money part) {
        return copy(left, tax, takenBack, refunded, refundedThrough.plus(part));
    }

    private Means copy(
            Valued otherLeft, Money otherTax, Money otherTakenBack, Money otherRefunded, Money otherThrough) {
        return new Means(
                id,
                customer,
                kind,
                on,
                amount,
                otherLeft,
                otherTax,
                otherTakenBack,
                otherRefunded,
                otherThrough,
                document,
                earnedBy,
                reservedFor);
    }
}
