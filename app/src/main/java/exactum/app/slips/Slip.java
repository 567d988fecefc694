package exactum.app.slips;

import exactum.core.ids.CustomerId;
import exactum.core.ids.MeansId;
import exactum.core.ids.WaitingId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;

/**
 * A paying-in slip.
 *
 * @param number as it is written on it
 * @param total what its payments came to when it was made
 * @param left what of it the bank has not confirmed
 */
public record Slip(
        UUID id,
        String number,
        LocalDate day,
        Money total,
        Money left,
        List<Item> items,
        String madeBy,
        boolean undone) {
    public Slip {
        items = List.copyOf(items);
    }

    /**
     * A payment on it.
     *
     * @param amount what it is on the slip
     * @param left what of it the bank has not confirmed
     */
    public record Item(
            WaitingId waiting,
            MeansId means,
            CustomerId customer,
            String customerName,
            String channel,
            String reference,
            LocalDate on,
            Money amount,
            Money left) {}

    public boolean isBanked() {
        return !undone && left.isZero();
    }

    /** How it stands, in a word. */
    public String state() {
        if (undone) return "undone";
        if (isBanked()) return "banked";
        return left.equals(total) ? "not yet at the bank" : left.text() + " not yet at the bank";
    }
}
