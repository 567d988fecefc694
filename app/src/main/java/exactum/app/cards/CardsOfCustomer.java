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
    private final FindAuthorisations authorisations;
    private final FindSetup setup;
    private final BusinessClock clock;

    CardsOfCustomer(FindCards cards, FindAuthorisations authorisations, FindSetup setup, BusinessClock clock) {
        this.authorisations = authorisations;
        this.cards = cards;
        this.setup = setup;
        this.clock = clock;
    }

    /**
     * What is shown.
     *
     * @param canAsk whether a processor takes cards in the customer's currency
     */
    public record Content(List<CardOnFile> cards, List<Authorisation> authorisations, LocalDate today, boolean canAsk) {
        /** Those that can be charged now. */
        public List<CardOnFile> usable() {
            return cards.stream().filter(c -> c.isUsableOn(today)).toList();
        }

        /** Whether it is charged before others that could be. */
        public boolean isFirst(CardOnFile card) {
            return usable().size() > 1 && usable().getFirst().id().equals(card.id());
        }

        /** Whether it could be charged before the one that is now. */
        public boolean isLater(CardOnFile card) {
            return card.isUsableOn(today) && usable().size() > 1 && !isFirst(card);
        }
    }

    @Override
    public String template() {
        return "cards/of-customer";
    }

    @Override
    public Object of(BusinessId business, Customer customer) {
        return new Content(
                cards.ofCustomer(business, customer.id()),
                authorisations.ofCustomer(business, customer.id()),
                clock.today(business),
                setup.processorFor(business, customer.currency()).isPresent());
    }
}
