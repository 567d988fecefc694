package exactum.app.documents;

import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;

/** The invoice of a quote was issued, in the transaction that is open. */
public record QuoteInvoiced(BusinessId business, DocumentId quote, DocumentId invoice) {}
