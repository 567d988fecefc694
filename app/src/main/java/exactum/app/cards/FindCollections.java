package exactum.app.cards;

import exactum.core.ids.AuthorisationId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CollectionId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.PaymentLinkId;
import java.util.List;
import java.util.Optional;

/** Collections by card. */
public interface FindCollections {
    /** A collection as lists show it; without a number where no document led to it. */
    record Listed(Collection collection, String number, String customer) {}

    /** The captures of an authorisation, the oldest first. */
    List<Collection> ofAuthorisation(BusinessId business, AuthorisationId authorisation);

    Optional<Collection> find(BusinessId business, CollectionId id);

    /** The one of a document of which money may still come. */
    Optional<Collection> findLive(BusinessId business, DocumentId document);

    /** Those of which money may still come, that a link led to, the oldest first. */
    List<Collection> liveOf(BusinessId business, PaymentLinkId link);

    /** All for open items of a document or from its link, the oldest first. */
    List<Collection> ofDocument(BusinessId business, DocumentId document);

    List<Listed> latest(BusinessId business, int most);
}
