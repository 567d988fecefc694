package exactum.app.cards;

import exactum.core.ids.AuthorisationId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CardId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CollectionId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.PaymentLinkId;
import exactum.core.ids.ProcessorId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.Map;

/**
 * One attempt to take one amount by card.
 *
 * @param document the one whose link led to it, or null
 * @param items how much of which open items it is for; what the amount has beyond them stays on account, or is for a quote
 * @param lastReason why the last card was refused, or null
 */
public record Collection(
        BusinessId business,
        CollectionId id,
        CustomerId customer,
        DocumentId document,
        Money amount,
        Map<ClaimId, Money> items,
        CollectionState state,
        Checkout checkout,
        String lastReason,
        LocalDate startedOn) {
    public Collection {
        items = Map.copyOf(items);
    }

    /**
     * The card page at the processor, the kept card that is charged, or the authorisation that is captured.
     *
     * @param link the payment link that led there, or null
     * @param reference and url are null before the processor answered, and where a kept card is charged
     * @param card the kept card, or null where one is entered
     * @param consent what the payer agreed to if the card they enter is to be kept, or null
     * @param isToWithdraw whether it is to be taken back, and the processor has not confirmed that yet
     * @param authorisation that is captured, or null
     */
    public record Checkout(
            ProcessorId processor,
            PaymentLinkId link,
            String reference,
            String url,
            CardId card,
            String consent,
            boolean isToWithdraw,
            AuthorisationId authorisation) {

        /** A card page or a kept card. */
        public Checkout(
                ProcessorId processor,
                PaymentLinkId link,
                String reference,
                String url,
                CardId card,
                String consent,
                boolean isToWithdraw) {
            this(processor, link, reference, url, card, consent, isToWithdraw, null);
        }

        /** A capture of what a card was authorised for. */
        static Checkout capturing(ProcessorId processor, AuthorisationId authorisation) {
            return new Checkout(processor, null, null, null, null, null, false, authorisation);
        }
    }
}
