package exactum.app.debits;

import exactum.core.collection.LeftOut;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CollectionId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MandateId;
import exactum.core.money.Money;
import exactum.core.scheme.Sequence;
import java.time.LocalDate;

/**
 * An item of a run with what it was planned with.
 *
 * @param collect what is collected of it, or null where it is left out
 * @param out why it is left out, or null
 * @param outcome what became of it, or null while nothing did
 */
public record RunItem(
        int no,
        ClaimId claim,
        DocumentId document,
        String number,
        CustomerId customer,
        String customerName,
        LocalDate due,
        Money left,
        int tries,
        Collect collect,
        Out out,
        Outcome outcome) {

    /**
     * What is collected.
     *
     * @param credit what of it credit on account settles first
     * @param discount what is not asked for because it is taken early
     */
    public record Collect(
            MandateId mandate,
            int mandateRevision,
            Money amount,
            Money credit,
            Money discount,
            LocalDate on,
            Sequence sequence,
            boolean isLast) {}

    /** Why it is left out. */
    public record Out(LeftOut reason, String words) {}

    /** What became of it. */
    public record Outcome(CollectionId collection, Out out) {}

    /** Why it is not collected, planned so or found so when it was to be; null where it is. */
    public Out leftOut() {
        return outcome != null && outcome.out() != null ? outcome.out() : out;
    }
}
