package exactum.app.links;

import exactum.app.business.FindBusinesses;
import exactum.app.customers.Customer;
import exactum.app.customers.CustomerSection;
import exactum.app.installation.BusinessClock;
import exactum.core.ids.BusinessId;
import java.time.LocalDate;
import java.util.List;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** The links by which a customer pays amounts without a document, on the customer's page. */
@Component
@Order(27)
class LinksOfCustomer implements CustomerSection {
    private final PaymentLinks links;
    private final FindBusinesses businesses;
    private final BusinessClock clock;

    LinksOfCustomer(PaymentLinks links, FindBusinesses businesses, BusinessClock clock) {
        this.links = links;
        this.businesses = businesses;
        this.clock = clock;
    }

    /** A link, with its address as long as it is open. */
    public record Shown(PaymentLink link, String address) {}

    /**
     * What is shown.
     *
     * @param tell who is told of a payment, unless another address is typed
     */
    public record Content(List<Shown> links, LocalDate today, String tell) {}

    @Override
    public String template() {
        return "links/of-customer";
    }

    @Override
    public Object of(BusinessId business, Customer customer) {
        LocalDate today = clock.today(business);
        List<Shown> shown = links.ofCustomer(business, customer.id()).stream()
                .map(l -> new Shown(l, l.isOpen(today) ? links.address(l) : null))
                .toList();
        return new Content(shown, today, businesses.get(business).identity().mailFrom());
    }
}
