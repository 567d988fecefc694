package exactum.app.payouts;

import exactum.core.bank.PayoutReport.Kind;
import exactum.core.ids.CustomerId;
import exactum.core.ids.MeansId;
import exactum.core.ids.PayoutId;
import exactum.core.ids.PayoutLineId;
import exactum.core.ids.WaitingId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.UUID;

/**
 * A line of a payout.
 *
 * @param saleReference the sale that it belongs to, or empty
 * @param reference the processor's own, or empty
 * @param gross before the fee; below zero where money went back or is held
 * @param fee what the processor keeps of it; below zero where it gives some back
 * @param amount gross less fee
 * @param left what of it the books do not explain
 * @param known what waits for it in the books, or null
 */
public record PayoutLine(
        PayoutLineId id,
        PayoutId payout,
        int lineNo,
        Kind kind,
        LocalDate on,
        String saleReference,
        String reference,
        String description,
        Money gross,
        Money fee,
        Money amount,
        Money left,
        Known known) {

    /**
     * What the books have for a line.
     *
     * @param waiting what waits for the payout
     * @param source what made it wait
     * @param gross what it comes to before fees
     * @param left what of it still waits
     * @param fee what of a fee waits beside it, or null
     * @param means the payment that it is of, or null
     * @param otherPayout the reference of another payout that has it already, or null
     */
    public record Known(
            WaitingId waiting,
            UUID source,
            Money gross,
            Money left,
            Fee fee,
            MeansId means,
            CustomerId customer,
            String customerName,
            String otherPayout) {
        /** All that waits. */
        Money waits() {
            return fee == null ? left : left.plus(fee.left());
        }

        /** The fee as the books have it, where nothing of it is matched yet. */
        Money booked() {
            return gross.minus(waits());
        }
    }

    /** A fee that waits by itself. */
    public record Fee(WaitingId waiting, Money left) {}

    public boolean isEven() {
        return left.isZero();
    }

    public boolean isSale() {
        return kind == Kind.SALE;
    }

    /** Whether what waits in the books comes to what is left of it. */
    boolean agrees() {
        return isOpenWith() && known.waits().equals(left);
    }

    /** Whether the books have it, in no other payout, and it comes to the same before fees. */
    private boolean isOpenWith() {
        return !isEven()
                && known != null
                && known.otherPayout() == null
                && !known.left().isZero()
                && known.gross().equals(gross);
    }

    /** Whether one press can book what the books do not have: a fee of its own, or a fee that differs. */
    public boolean isBookable() {
        if (isEven()) return false;
        return kind == Kind.FEE && known == null || isOpenWith();
    }

    /** Whether it is a payment that nobody knows of. */
    public boolean isToPlace() {
        return isSale() && !isEven() && known == null;
    }

    /** Whether it gave back what nobody here had asked for. */
    public boolean isRefundToSay() {
        return kind == Kind.REFUND && known == null && left.equals(amount);
    }

    /** By how much the books differ from it: what is left of it, less what waits in the books for it. */
    public Money off() {
        return isEven() || known == null || known.otherPayout() != null ? left : left.minus(known.waits());
    }

    /** Whose it is, or what it is. */
    public String whose() {
        return known == null || known.customerName().isEmpty() ? description : known.customerName();
    }

    /** Its own reference, or the sale's. */
    public String named() {
        return reference.isEmpty() ? saleReference : reference;
    }

    /** What its difference is called; empty where there is none. */
    public String difference() {
        if (isEven()) return "";
        if (known == null) return unknown();
        if (known.otherPayout() != null)
            return "%s %s, which payout %s has already".formatted(kind.words(), named(), known.otherPayout());
        if (known.left().isZero())
            return "%s %s, which nothing in the books waits for any more".formatted(kind.words(), named());
        if (!known.gross().equals(gross))
            return "%s %s of %s, which is %s in the books"
                    .formatted(
                            kind.words(), named(), gross.text(), known.gross().text());
        return "the fee of %s %s, which is %s in the books"
                .formatted(kind.words(), named(), known.booked().text());
    }

    private String unknown() {
        return switch (kind) {
            case FEE -> "“%s”, a fee the books do not have".formatted(description);
            case CORRECTION -> "“%s”, a correction the books do not have".formatted(description);
            default -> "%s %s, which the books do not have".formatted(kind.words(), named());
        };
    }
}
