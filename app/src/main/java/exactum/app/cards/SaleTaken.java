package exactum.app.cards;

import exactum.core.ids.BusinessId;
import exactum.core.ids.MeansId;
import exactum.core.ids.ProcessorId;

/**
 * A sale was taken into the books and waits for its payout, in the transaction that is open.
 *
 * @param means the payment that it became
 */
public record SaleTaken(
        BusinessId business, ProcessorId processor, String reference, Collection collection, MeansId means) {}
