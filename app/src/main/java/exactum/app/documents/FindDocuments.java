package exactum.app.documents;

import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Documents of a business. */
public interface FindDocuments {

    Optional<Document> find(BusinessId business, DocumentId id);

    /** The invoice or cash sale that was issued last to a customer. */
    Optional<DocumentId> latestOf(BusinessId business, CustomerId customer);

    /** Those of several that are issued, in no order. */
    List<Document> all(BusinessId business, Collection<DocumentId> ids);

    /** The document; a {@link org.jooq.exception.NoDataFoundException} if there is none. */
    Document get(BusinessId business, DocumentId id);

    Optional<Document> findByNumber(BusinessId business, String number);

    /** How a document stands on the day. */
    Standing standing(BusinessId business, DocumentId id, LocalDate today);

    Map<DocumentId, String> numbers(BusinessId business, Collection<DocumentId> ids);
}
