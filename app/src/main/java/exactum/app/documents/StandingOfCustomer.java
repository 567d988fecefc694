package exactum.app.documents;

import exactum.app.customers.Customer;
import exactum.app.customers.CustomerSection;
import exactum.core.ids.BusinessId;
import java.util.List;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** The standing lines of a customer, on the customer's page. */
@Component
@Order(15)
class StandingOfCustomer implements CustomerSection {
    private final StandingStore store;

    StandingOfCustomer(StandingStore store) {
        this.store = store;
    }

    @Override
    public String template() {
        return "documents/standing-sets";
    }

    @Override
    public Object of(BusinessId business, Customer customer) {
        return store.of(business, List.of(customer.id())).getOrDefault(customer.id(), List.of());
    }
}
