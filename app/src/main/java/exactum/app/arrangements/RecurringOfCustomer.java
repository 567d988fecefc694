package exactum.app.arrangements;

import exactum.app.customers.Customer;
import exactum.app.customers.CustomerSection;
import exactum.core.ids.BusinessId;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** The recurring invoices of a customer, on the customer's page. */
@Component
@Order(10)
class RecurringOfCustomer implements CustomerSection {
    private static final int SHOWN = 60;
    private final FindRecurring recurring;

    RecurringOfCustomer(FindRecurring recurring) {
        this.recurring = recurring;
    }

    @Override
    public String template() {
        return "arrangements/list";
    }

    @Override
    public Object of(BusinessId business, Customer customer) {
        return recurring.ofCustomer(business, customer.id(), SHOWN);
    }
}
