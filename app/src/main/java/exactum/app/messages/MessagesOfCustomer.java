package exactum.app.messages;

import exactum.app.customers.Customer;
import exactum.app.customers.CustomerSection;
import exactum.core.ids.BusinessId;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** Messages that wait for a customer's address, on the customer's page. */
@Component
@Order(5)
class MessagesOfCustomer implements CustomerSection {
    private final FindMessages messages;

    MessagesOfCustomer(FindMessages messages) {
        this.messages = messages;
    }

    @Override
    public String template() {
        return "messages/customer";
    }

    /** How many are held. */
    @Override
    public Object of(BusinessId business, Customer customer) {
        return messages.heldOf(business, customer.id()).size();
    }
}
