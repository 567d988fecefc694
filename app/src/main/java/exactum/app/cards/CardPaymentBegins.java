package exactum.app.cards;

import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import java.util.Set;

/** Published in the transaction in which a payer begins to pay open items by card; whoever is collecting them lets go, or objects. */
public record CardPaymentBegins(BusinessId business, Set<ClaimId> claims) {}
