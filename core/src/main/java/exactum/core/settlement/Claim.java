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
 * @param said what is said of it beside its amount and its day
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
        EarlySettlement early,
        Said said) {

    /**
     * What is said of an open item.
     *
     * @param description as printed, or empty
     * @param method by which it is to be paid, or empty
     * @param expected whether its day is counted again once the first part of its document is paid
     * @param rescheduled which new schedule of its document made it; 0 for the one it was issued with
     */
    public record Said(String description, String method, boolean expected, int rescheduled) {
        public static final Said NOTHING = new Said("", "", false, 0);
    }

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
            EarlySettlement early,
            Said said) {
        return new Claim(
                id,
                customer,
                billed,
                seq,
                due,
                amount,
                amount,
                Money.zero(amount.amount().currency()),
                early,
                said);
    }

    /** A claim as it is issued, of which nothing more is said. */
    public static Claim fresh(
            ClaimId id,
            CustomerId customer,
            Billed billed,
            int seq,
            LocalDate due,
            Valued amount,
            EarlySettlement early) {
        return fresh(id, customer, billed, seq, due, amount, early, Said.NOTHING);
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
        return new Claim(id, customer, billed, seq, due, amount, other, closed, early, said);
    }

    Claim closing(Money part) {
        return new Claim(
                id, customer, billed, seq, due, amount, left.minus(left.part(part)), closed.plus(part), early, said);
    }
}
