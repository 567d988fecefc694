package exactum.app.documents;

import exactum.core.ids.BusinessId;

/** A quote or a credit note was issued, in the transaction that is open. Invoices come by the thousand and are not told of. */
public record DocumentIssued(BusinessId business, Prepared document, String number) {}
