package exactum.app.mandates;

import exactum.core.bank.Iban;
import exactum.core.collection.Covering;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MandateId;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The mandates of a business. */
public interface FindMandates {

    Optional<Mandate> find(BusinessId business, MandateId id);

    /** Those that are there of the ids. */
    Map<MandateId, Mandate> byId(BusinessId business, Collection<MandateId> ids);

    /** Those of a customer, the newest first. */
    List<Mandate> ofCustomer(BusinessId business, CustomerId customer);

    /** Which mandate covers each of the documents: the document's own before its arrangement's before the customer's, an active one before others, the newest first. */
    Map<DocumentId, Mandate> covering(BusinessId business, Collection<DocumentId> documents);

    /** The same, with what a plan looks at alone. */
    Map<DocumentId, Covering> planned(BusinessId business, Collection<DocumentId> documents);

    /** The one that would cover what is made for a customer now, if there is one. */
    default Optional<Mandate> forCustomer(BusinessId business, CustomerId customer) {
        return Optional.ofNullable(forCustomers(business, List.of(customer)).get(customer));
    }

    /** The same for many; who has none is not among them. */
    Map<CustomerId, Mandate> forCustomers(BusinessId business, Collection<CustomerId> customers);

    /** Whether the document itself has a mandate, so that it is collected whatever else it asks for. */
    List<DocumentId> withOwn(BusinessId business, Collection<DocumentId> documents);

    /** The account's number. */
    Iban account(BusinessId business, MandateId id);
}
