package exactum.app.cards;

import exactum.core.ids.AuthorisationId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import java.util.List;
import java.util.Optional;

/** What cards were authorised for. */
public interface FindAuthorisations {
    Optional<Authorisation> find(BusinessId business, AuthorisationId id);

    /** Of a customer, the newest first. */
    List<Authorisation> ofCustomer(BusinessId business, CustomerId customer);

    /** For a document, the newest first. */
    List<Authorisation> ofDocument(BusinessId business, DocumentId document);

    /** Those of which something can still be taken or said, the oldest first. */
    List<Authorisation> open(BusinessId business);
}
