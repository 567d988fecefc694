package exactum.app.payer;

import exactum.app.audit.Audit;
import exactum.app.customers.Customer;
import exactum.app.customers.CustomerDraft;
import exactum.app.customers.FindCustomers;
import exactum.app.customers.SaveCustomer;
import exactum.app.links.PaymentLink;
import exactum.core.ids.AddressWishId;
import exactum.core.ids.BusinessId;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** A payer corrects their name and address; a person takes it over for documents to come, or not. */
@Component
public class AddressWishes {
    private final AddressWishStore store;
    private final FindCustomers customers;
    private final SaveCustomer save;
    private final Audit audit;

    AddressWishes(AddressWishStore store, FindCustomers customers, SaveCustomer save, Audit audit) {
        this.store = store;
        this.customers = customers;
        this.save = save;
        this.audit = audit;
    }

    /** Notes it for a person to look at, in the place of one that waits; false if it says what we have already. */
    @Transactional
    public boolean ask(PaymentLink link, AddressWish wish) {
        Customer customer = customers.get(link.business(), link.customer());
        boolean same = wish.name().equals(customer.name())
                && wish.address().equals(customer.address())
                && wish.country().equals(customer.country());
        if (!same) store.put(link, wish);
        return !same;
    }

    /** Changes the customer so; pressing twice changes nothing more. */
    @Transactional
    public void takeOver(BusinessId business, AddressWishId id) {
        Optional<AddressWish> wish = store.find(business, id);
        if (wish.isEmpty() || !store.close(business, id, "taken over")) return;
        Customer c = customers.get(business, wish.get().customer());
        save.change(
                business,
                c.id(),
                c.revision(),
                new CustomerDraft(
                        c.code(),
                        wish.get().name(),
                        c.kind(),
                        c.email() == null ? "" : c.email(),
                        wish.get().address(),
                        c.serviceAddress(),
                        wish.get().country(),
                        c.currency().getCurrencyCode(),
                        c.taxNumber() == null ? "" : c.taxNumber()));
    }

    /** Leaves the customer as they are. */
    @Transactional
    public void leave(BusinessId business, AddressWishId id) {
        Optional<AddressWish> wish = store.find(business, id);
        if (wish.isPresent() && store.close(business, id, "not taken over"))
            audit.record(business, "did not take over an address", wish.get().name());
    }
}
