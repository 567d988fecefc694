package exactum.app.cards;

import exactum.core.money.Money;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.UUID;

/**
 * One attempt to take one sum by card.
 *
 * @param checkoutUrl where the payer enters the card, or null before the processor answered
 * @param lastReason why the last card was refused, or null
 */
public record Collection(
        UUID id,
        UUID processorId,
        UUID invoiceId,
        Money amount,
        String state,
        String checkoutRef,
        String checkoutUrl,
        String saleRef,
        String lastReason,
        LocalDate startedOn,
        OffsetDateTime startedAt) {}
