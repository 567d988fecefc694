package exactum.core.ledger;

import exactum.core.money.Apportion;
import exactum.core.money.Money;
import java.util.ArrayList;
import java.util.List;

/**
 * What money that settles a document is by the cash basis: income and tax on the day of the money, in proportion to the document, of
 * whose accounts each has its share to the cent. Money that goes back is the same below zero on its own day. Common practice, no
 * published source.
 */
public final class CashBasis {
    private CashBasis() {}

    /** A part of the money by account. */
    public record Part(AccountCode account, Money amount) {}

    /**
     * Shares what settled a document out.
     *
     * @param documented what the document booked, by account: its nets and its tax, which add up to its total
     * @param settled by the money, below zero where that went back
     */
    public static List<Part> of(List<Part> documented, Money settled) {
        List<Money> shares = shares(documented, settled);
        var parts = new ArrayList<Part>();
        for (int i = 0; i < shares.size(); i++)
            if (!shares.get(i).isZero()) parts.add(new Part(documented.get(i).account(), shares.get(i)));
        return parts;
    }

    /** The share of each part, in their order, nothing among them. */
    public static List<Money> shares(List<Part> documented, Money settled) {
        return Apportion.byAmounts(
                settled, documented.stream().map(Part::amount).toList());
    }
}
