package exactum.app.receipts;

import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.UUID;

/** Money that comes in, before it is a receipt; what identifies it makes it a receipt once. */
public record Incoming(
        String channel,
        String source,
        UUID processorId,
        UUID collectionId,
        String saleRef,
        UUID bankLineId,
        LocalDate receivedOn,
        Money amount,
        Money fee) {
    /** A card sale of a processor's, known by its reference. */
    public static Incoming card(
            UUID processor, UUID collection, String saleRef, String card, LocalDate on, Money amount, Money fee) {
        return new Incoming("card", card, processor, collection, saleRef, null, on, amount, fee);
    }

    /** A transfer, known by its bank line. */
    public static Incoming transfer(UUID bankLine, String sender, LocalDate on, Money amount) {
        return new Incoming("transfer", sender, null, null, null, bankLine, on, amount, Money.zero(amount.currency()));
    }
}
