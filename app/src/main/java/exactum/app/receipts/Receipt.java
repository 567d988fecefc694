package exactum.app.receipts;

import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.UUID;

/**
 * Money received, whatever its channel.
 *
 * @param channel card or transfer
 * @param source the card or the sender, as it may be shown
 * @param collectionId the card collection it came by, or null
 * @param saleRef the processor's reference, or null
 * @param bankLineId the bank line that it is, or null where it lands with a payout
 * @param fee what the processor keeps of it; zero for a transfer
 */
public record Receipt(
        UUID id,
        UUID customerId,
        String channel,
        String source,
        UUID collectionId,
        String saleRef,
        UUID bankLineId,
        LocalDate receivedOn,
        Money amount,
        Money fee) {
    public boolean isCard() {
        return channel.equals("card");
    }
}
