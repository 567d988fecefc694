package exactum.app.arrears;

import exactum.app.customers.Customer;
import exactum.app.customers.CustomerSection;
import exactum.app.installation.BusinessClock;
import exactum.core.ids.BusinessId;
import java.time.LocalDate;
import java.util.List;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** What is overdue of a customer, who follows it up and what they do next, on the customer’s page. */
@Component
@Order(21)
class ArrearsOfCustomer implements CustomerSection {
    private final ArrearsListStore store;
    private final People people;
    private final BusinessClock clock;

    ArrearsOfCustomer(ArrearsListStore store, People people, BusinessClock clock) {
        this.store = store;
        this.people = people;
        this.clock = clock;
    }

    /** What is shown: a row a currency, none where nothing is overdue. */
    public record Content(List<ArrearsListStore.Overdue> rows, List<People.Someone> people, LocalDate today) {}

    @Override
    public String template() {
        return "arrears/of-customer";
    }

    @Override
    public Object of(BusinessId business, Customer customer) {
        LocalDate today = clock.today(business);
        return new Content(store.overdueOf(business, customer.id(), today), people.whoFollowUp(business), today);
    }
}
