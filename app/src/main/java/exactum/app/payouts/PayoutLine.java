package exactum.app.payouts;

import exactum.core.ids.CustomerId;
import exactum.core.ids.MeansId;
import exactum.core.ids.PayoutId;
import exactum.core.ids.PayoutLineId;
import exactum.core.ids.WaitingId;
import exactum.core.money.Money;
import java.time.LocalDate;

/**
 * A line of a payout.
 *
 * @param fee what the processor keeps of it, positive
 * @param amount gross less fee
 * @param left what of it the books do not explain
 * @param sale the sale of the books that it names, or null
 */
public record PayoutLine(
        PayoutLineId id,
        PayoutId payout,
        int lineNo,
        boolean isSale,
        LocalDate on,
        String saleReference,
        String description,
        Money gross,
        Money fee,
        Money amount,
        Money left,
        Sale sale) {

    /**
     * The sale that a line names, as the books have it.
     *
     * @param waiting what waits for the payout
     * @param left what of it still waits
     * @param otherPayout the reference of another payout that has it already, or null
     */
    public record Sale(
            MeansId means,
            CustomerId customer,
            String customerName,
            Money amount,
            Money fee,
            WaitingId waiting,
            Money left,
            String otherPayout) {}

    public boolean isEven() {
        return left.isZero();
    }

    /** Whether one press can book what the books do not have: a fee of its own, or a fee of a sale that differs. */
    public boolean isBookable() {
        if (isEven()) return false;
        if (!isSale) return true;
        return sale != null
                && sale.otherPayout() == null
                && sale.left().isPositive()
                && sale.amount().equals(gross);
    }

    /** By how much the books differ from it: what is left of it, less what waits in the books for it. */
    public Money off() {
        return isEven() || sale == null ? left : left.minus(sale.left());
    }

    /** Whose it is, or what it is. */
    public String whose() {
        return sale == null ? description : sale.customerName();
    }

    /** What its difference is called; empty where there is none. */
    public String difference() {
        if (isEven()) return "";
        if (!isSale) return "“%s”, a fee the books do not have".formatted(description);
        if (sale == null) return "sale %s, which the books do not have".formatted(saleReference);
        if (sale.otherPayout() != null)
            return "sale %s, which payout %s has already".formatted(saleReference, sale.otherPayout());
        if (!sale.amount().equals(gross))
            return "sale %s of %s, which is %s in the books"
                    .formatted(saleReference, gross.text(), sale.amount().text());
        return "the fee of sale %s, which is %s in the books"
                .formatted(saleReference, sale.fee().text());
    }
}
