package exactum.app.cards;

import exactum.core.ids.BusinessId;
import exactum.core.ids.MeansId;
import java.util.List;

/** Sales were taken into the books and wait for their payouts, in the transaction that is open. */
public record SalesTaken(BusinessId business, List<Sale> sales) {
    /**
     * One of them.
     *
     * @param means the payment that it became
     */
    public record Sale(String reference, Collection collection, MeansId means) {}
}
