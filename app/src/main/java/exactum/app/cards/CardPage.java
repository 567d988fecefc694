package exactum.app.cards;

import exactum.core.ids.CardId;
import exactum.core.ids.CardPageId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.PaymentLinkId;
import exactum.core.ids.ProcessorId;

/**
 * A page at a processor on which a card is entered to be kept, without a charge.
 *
 * @param link the payment link by which a payer asked for it, or null where one of us did
 * @param reference and url are null before the processor answered
 * @param card what came of it, or null
 */
public record CardPage(
        CardPageId id,
        CustomerId customer,
        ProcessorId processor,
        PaymentLinkId link,
        CardOnFile.Way way,
        String consent,
        String reference,
        String url,
        CardId card,
        String by) {}
