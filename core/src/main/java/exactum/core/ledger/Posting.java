package exactum.core.ledger;

import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import java.util.List;

/**
 * One side of an entry.
 *
 * @param account where it is booked
 * @param amount a debit is positive, a credit negative; never zero
 * @param own the same in the business's own currency; its sign may differ by rounding to zero only
 * @param customer whose it is, or null
 * @param document which document it belongs to, or null
 * @param tags the business's own analysis values; mostly none
 */
public record Posting(
        AccountCode account, Money amount, Money own, CustomerId customer, DocumentId document, List<String> tags) {
    public Posting {
        if (amount.isZero()) throw new IllegalArgumentException("a posting of nothing on " + account);
        tags = List.copyOf(tags);
    }

    /** The same on the other side, as an entry that undoes needs it. */
    public Posting mirrored() {
        return new Posting(account, amount.negated(), own.negated(), customer, document, tags);
    }
}
