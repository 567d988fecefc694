package exactum.app.mandates;

import exactum.app.customers.Customer;
import exactum.app.customers.CustomerSection;
import exactum.core.ids.BusinessId;
import exactum.core.mandate.MandateState;
import java.util.List;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** The mandates of a customer, on the customer's page. */
@Component
@Order(25)
class MandatesOfCustomer implements CustomerSection {
    private final MandateStore store;

    MandatesOfCustomer(MandateStore store) {
        this.store = store;
    }

    /**
     * What is shown of them.
     *
     * @param resting the newest, where it cannot be used and no other can; else null
     */
    public record Content(List<Mandate> mandates, Mandate resting) {}

    @Override
    public String template() {
        return "mandates/of-customer";
    }

    @Override
    public Object of(BusinessId business, Customer customer) {
        List<Mandate> mandates = store.ofCustomer(business, customer.id());
        boolean isUsable = mandates.isEmpty() || mandates.stream().anyMatch(m -> m.state() == MandateState.ACTIVE);
        return new Content(mandates, isUsable ? null : mandates.getFirst());
    }
}
