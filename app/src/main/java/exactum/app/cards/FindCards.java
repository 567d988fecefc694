package exactum.app.cards;

import exactum.core.ids.BusinessId;
import exactum.core.ids.CardId;
import exactum.core.ids.CustomerId;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Cards on file. */
public interface FindCards {
    Optional<CardOnFile> find(BusinessId business, CardId id);

    /** All of a customer, those that are gone too: the one that was chosen to be charged first, then the newest. */
    List<CardOnFile> ofCustomer(BusinessId business, CustomerId customer);

    /** The same of several; who has none is not there. */
    Map<CustomerId, List<CardOnFile>> ofCustomers(BusinessId business, Collection<CustomerId> customers);
}
