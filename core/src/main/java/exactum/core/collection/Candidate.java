package exactum.core.collection;

import exactum.core.ids.ClaimId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import exactum.core.settlement.EarlySettlement;
import java.time.LocalDate;

/**
 * An open item that might be collected, with all that speaks for and against it.
 *
 * @param left what is open of it
 * @param early what is less if it is paid early, or null
 * @param mandate the mandate that covers it, or null
 * @param hindrances what speaks against it
 * @param told when the payer was or will be told of its date
 * @param tries how often it was tried before
 */
public record Candidate(
        ClaimId claim,
        DocumentId document,
        String number,
        CustomerId customer,
        LocalDate due,
        Money left,
        EarlySettlement early,
        Covering mandate,
        Hindrances hindrances,
        CollectionDay.Told told,
        int tries) {

    /**
     * What may speak against an item.
     *
     * @param inFlight whether it is being collected already, over whatever channel
     * @param disputed whether the customer objects
     * @param promisedUntil the day until which the customer promised to pay, or null
     * @param unplaced money that came and may be for it, in words, or null
     * @param notBefore the day before which it is not tried again, or null
     */
    public record Hindrances(
            boolean inFlight, boolean disputed, LocalDate promisedUntil, String unplaced, LocalDate notBefore) {
        public static final Hindrances NONE = new Hindrances(false, false, null, null, null);
    }
}
