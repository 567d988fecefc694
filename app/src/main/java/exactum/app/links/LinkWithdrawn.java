package exactum.app.links;

import exactum.core.ids.BusinessId;
import exactum.core.ids.PaymentLinkId;

/** A link was withdrawn, in the transaction that is open: what it offers to pay must not be payable any longer. */
public record LinkWithdrawn(BusinessId business, PaymentLinkId link) {}
