package exactum.core.ledger;

import exactum.core.money.Money;
import java.util.UUID;

/**
 * One side of an entry.
 *
 * @param account the account's code
 * @param amount a debit is positive, a credit negative; never zero
 * @param customer whose receivable it is, or null
 * @param invoice which invoice it belongs to, or null
 */
public record Posting(String account, Money amount, UUID customer, UUID invoice) {
    public Posting {
        if (amount.isZero()) throw new IllegalArgumentException("a posting of nothing on " + account);
    }
}
