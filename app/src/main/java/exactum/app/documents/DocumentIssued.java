package exactum.app.documents;

import exactum.core.ids.BusinessId;

/** A document was issued, in the transaction that is open. */
public record DocumentIssued(BusinessId business, Prepared document, String number) {}
