package exactum.app.cards;

import exactum.app.customers.Customer;
import exactum.app.customers.CustomerSection;
import exactum.app.installation.BusinessClock;
import exactum.app.setup.FindSetup;
import exactum.core.ids.BusinessId;
import java.time.LocalDate;
import java.util.List;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** The cards on file of a customer, on the customer's page. */
@Component
@Order(26)
class CardsOfCustomer implements CustomerSection {
    private final FindCards cards;
    private final FindSetup setup;
    private final BusinessClock clock;

    CardsOfCustomer(FindCards cards, FindSetup setup, BusinessClock clock) {
        this.cards = cards;
        this.setup = setup;
        this.clock = clock;
    }

    /**
     * What is shown.
     *
     * @param canAsk whether a processor takes cards in the customer's currency
     */
    public record Content(List<CardOnFile> cards, LocalDate today, boolean canAsk) {}

    @Override
    public String template() {
        return "cards/of-customer";
    }

    @Override
    public Object of(BusinessId business, Customer customer) {
        return new Content(
                cards.ofCustomer(business, customer.id()),
                clock.today(business),
                setup.processorFor(business, customer.currency()).isPresent());
    }
}
