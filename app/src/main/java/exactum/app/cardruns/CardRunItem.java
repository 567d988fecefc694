package exactum.app.cardruns;

import exactum.core.collection.LeftOut;
import exactum.core.ids.CardId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CollectionId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.ProcessorId;
import exactum.core.money.Money;
import java.time.LocalDate;

/**
 * An item of a run with what it was planned with.
 *
 * @param charge what is charged, or null where it is left out
 * @param out why it is left out, planned so or found so when it was to be charged; or null
 * @param made the collection that came of it, with its state and why it was refused; or null
 */
public record CardRunItem(
        int no,
        ClaimId claim,
        DocumentId document,
        String number,
        CustomerId customer,
        String customerName,
        LocalDate due,
        Money left,
        int tries,
        Charge charge,
        Out out,
        Made made) {

    /**
     * What is charged.
     *
     * @param credit what of the item credit on account settles first
     * @param discount what is not asked for because it is paid early
     */
    public record Charge(Card card, Money amount, Money credit, Money discount) {}

    /**
     * The card as it stands now.
     *
     * @param shown as it may be shown
     * @param expires its last day
     */
    public record Card(CardId id, ProcessorId processor, String shown, boolean isUsable, LocalDate expires) {
        /** Whether it can be charged on the day. */
        public boolean isUsableOn(LocalDate day) {
            return isUsable && !day.isAfter(expires);
        }
    }

    /** Why it is left out. */
    public record Out(LeftOut reason, String words) {}

    /** What came of it. */
    public record Made(CollectionId collection, String state, String reason) {}
}
