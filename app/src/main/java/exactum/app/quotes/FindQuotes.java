package exactum.app.quotes;

import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import java.util.List;
import java.util.Optional;

/** Quotes of a business. */
public interface FindQuotes {
    Optional<Quote> find(BusinessId business, DocumentId document);

    Optional<Acceptance> acceptance(BusinessId business, DocumentId document);

    /** The quote that an invoice came of. */
    Optional<Quote> ofInvoice(BusinessId business, DocumentId invoice);

    /** The version that stands in its place. */
    Optional<DocumentId> replacedBy(BusinessId business, DocumentId document);

    /** All versions of a quote, the first one first. */
    List<Quote> versions(BusinessId business, Quote quote);
}
