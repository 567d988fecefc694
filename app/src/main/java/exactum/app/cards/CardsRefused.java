package exactum.app.cards;

import exactum.core.card.Decline;
import exactum.core.ids.BusinessId;
import java.util.Map;

/** Cards on file of a business were refused, in the transaction that is open; nothing was charged. */
public record CardsRefused(BusinessId business, Map<Collection, Decline> why) {}
