package exactum.app.documents;

import exactum.app.business.Business;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.installation.BusinessClock;
import exactum.app.setup.FindSetup;
import exactum.app.setup.Terms;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What every paper is typed in, whether it is one document or what recurs. */
@Component
public class PaperSettings {
    private final FindCustomers customers;
    private final FindSetup setup;
    private final BusinessClock clock;

    PaperSettings(FindCustomers customers, FindSetup setup, BusinessClock clock) {
        this.customers = customers;
        this.setup = setup;
        this.clock = clock;
    }

    /** The setting of a paper: the currency of the customer who stands on it, else the business's own. */
    public PaperForm.Setting of(Business business, Map<String, String> fields) {
        String named = fields.getOrDefault("customer", "");
        Optional<Customer> customer =
                named.isEmpty() ? Optional.empty() : customers.find(business.id(), CustomerId.valueOf(named));
        return new PaperForm.Setting(
                customer.map(Customer::currency).orElse(business.currency()),
                setup.incomeAccount(business.id()),
                clock.today(business.id()),
                customer.isPresent());
    }

    /** The terms that a paper names among those there are, else the chosen ones. */
    public Terms terms(BusinessId business, PaperForm form, List<Terms> all) {
        return all.stream()
                .filter(t -> t.id().toString().equals(form.get("terms")))
                .findFirst()
                .orElseGet(() -> setup.chosenTerms(business));
    }
}
