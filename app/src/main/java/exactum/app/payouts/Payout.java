package exactum.app.payouts;

import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;

/** One settlement of a processor, as it was read in, with what the books have for each of its lines. */
public record Payout(
        UUID id,
        UUID processorId,
        String reference,
        LocalDate salesOn,
        LocalDate arrivesOn,
        Money gross,
        Money fees,
        Money net,
        UUID bankLineId,
        boolean tiedOut,
        List<Line> lines) {

    /**
     * One line.
     *
     * @param receiptId the receipt it is, or null where the books have none
     * @param bookedGross and bookedFee what the books have for it
     * @param customer and invoiceNumber whose it is; empty for a fee of its own
     */
    public record Line(
            int lineNo,
            String kind,
            LocalDate occurredOn,
            String saleRef,
            String description,
            Money gross,
            Money fee,
            UUID receiptId,
            Money bookedGross,
            Money bookedFee,
            String customer,
            String invoiceNumber) {}

    /** The state, by the trade's words. */
    public String state() {
        return tiedOut ? "tied out" : bankLineId != null ? "landed" : "on its way";
    }
}
