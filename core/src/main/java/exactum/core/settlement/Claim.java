package exactum.core.settlement;

import exactum.core.ids.ClaimId;
import exactum.core.ids.CustomerId;
import exactum.core.money.Money;
import exactum.core.money.Valued;
import exactum.core.problem.Bug;
import java.time.LocalDate;
import java.util.Comparator;

/**
 * Something a customer owes; on screens an open item or an instalment.
 *
 * @param billed the document it stands on
 * @param seq its place on the document, from 1
 * @param due the day it falls due
 * @param amount what was asked, above zero, with its worth on the document's date
 * @param left what nothing settled yet, between nothing and the amount
 * @param closed what a void or a new schedule took off it, between nothing and the amount
 * @param early what is less to pay if it is paid early, or null
 */
public record Claim(
        ClaimId id,
        CustomerId customer,
        Billed billed,
        int seq,
        LocalDate due,
        Valued amount,
        Valued left,
        Money closed,
        EarlySettlement early) {

    /** Earliest due first, then in the order of their documents. */
    public static final Comparator<Claim> DUE_ORDER = Comparator.comparing(Claim::due)
            .thenComparing(c -> c.billed().date())
            .thenComparing(c -> c.billed().number())
            .thenComparingInt(Claim::seq);

    public Claim {
        Money settled = amount.amount().minus(left.amount()).minus(closed);
        if (!amount.amount().isPositive()
                || left.amount().isNegative()
                || closed.isNegative()
                || settled.isNegative()) {
            throw new Bug("claim %s of %s is left with %s, %s of it closed"
                    .formatted(id, amount.amount().plain(), left.amount().plain(), closed.plain()));
        }
    }

    /** A claim as it is issued. */
    public static Claim fresh(
            ClaimId id,
            CustomerId customer,
            Billed billed,
            int seq,
            LocalDate due,
            Valued amount,
            EarlySettlement early) {
        return new Claim(
                id,
                customer,
                billed,
                seq,
                due,
                amount,
                amount,
                Money.zero(amount.amount().currency()),
                early);
    }

    /** Whether anything is left to settle of it. */
    public boolean isOpen() {
        return left.amount().isPositive();
    }

    /** What settled it so far. */
    public Money settled() {
        return amount.amount().minus(left.amount()).minus(closed);
    }

    /** The discount that paying on the day would earn, as far as that much is left; zero where there is none. */
    public Money discountOn(LocalDate day) {
        boolean inTime = early != null && !day.isAfter(early.until());
        return inTime
                ? early.discount().min(left.amount())
                : Money.zero(left.amount().currency());
    }

    Claim withLeft(Valued other) {
        return new Claim(id, customer, billed, seq, due, amount, other, closed, early);
    }

    Claim closing(Money part) {
        return new Claim(id, customer, billed, seq, due, amount, left.minus(left.part(part)), closed.plus(part), early);
    }
}
