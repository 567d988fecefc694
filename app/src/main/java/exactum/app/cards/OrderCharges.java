package exactum.app.cards;

import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.core.card.ProcessorPort;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CardId;
import exactum.core.ids.CollectionId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.ProcessorId;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** Writes out what a processor is told to charge cards on file for collections. */
@Component
class OrderCharges {
    private final CardStore cards;
    private final FindCustomers customers;
    private final FindSetup setup;
    private final LineDetail lines;

    OrderCharges(CardStore cards, FindCustomers customers, FindSetup setup, LineDetail lines) {
        this.cards = cards;
        this.customers = customers;
        this.setup = setup;
        this.lines = lines;
    }

    /** A collection with what its processor is told. */
    record Ordered(ProcessorAccount account, Collection collection, ProcessorPort.ChargeWanted wanted) {}

    /**
     * Of collections of one business.
     *
     * @param numbers of the documents, which travel with the charges
     * @param isPresent whether the payers are there
     */
    List<Ordered> order(BusinessId business, Map<Collection, String> numbers, boolean isPresent) {
        List<Collection> all = List.copyOf(numbers.keySet());
        Map<CardId, CardStore.Chargeable> onFile = cards.chargeable(
                business, all.stream().map(c -> c.checkout().card()).distinct().toList());
        Map<CustomerId, Customer> payers = customers.byId(
                business, all.stream().map(Collection::customer).distinct().toList());
        Map<CollectionId, List<ProcessorPort.Line>> detail = lines.ofAll(business, all);
        Map<ProcessorId, ProcessorAccount> accounts = new HashMap<>();
        return all.stream()
                .map(c -> {
                    CardStore.Chargeable on = onFile.get(c.checkout().card());
                    return new Ordered(
                            accounts.computeIfAbsent(c.checkout().processor(), p -> setup.processor(business, p)),
                            c,
                            new ProcessorPort.ChargeWanted(
                                    new ProcessorPort.Order(
                                            numbers.get(c),
                                            payers.get(c.customer()).code(),
                                            c.amount()),
                                    on.token(),
                                    on.card().network(),
                                    isPresent,
                                    true,
                                    detail.getOrDefault(c.id(), List.of())));
                })
                .toList();
    }
}
