package exactum.app.cards;

import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.ledger.Ledger;
import exactum.app.settlement.NewPayment;
import exactum.app.settlement.Settle;
import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.app.waiting.AwaitsPayout;
import exactum.app.waiting.NewWaiting;
import exactum.app.waiting.Wait;
import exactum.core.bank.WaitingKind;
import exactum.core.card.ProcessorPort;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ledger.Bookings;
import exactum.core.money.ExchangeRate;
import exactum.core.money.Money;
import exactum.core.money.Valued;
import exactum.core.settlement.Means;
import java.time.LocalDate;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Books card sales: the payments that they are, the fees that were stated with them, and that they wait for a payout. */
@Component
public class BookSales {
    private final FindCustomers customers;
    private final FindSetup setup;
    private final Settle settle;
    private final Wait wait;
    private final Ledger ledger;
    private final ApplicationEventPublisher events;

    BookSales(
            FindCustomers customers,
            FindSetup setup,
            Settle settle,
            Wait wait,
            Ledger ledger,
            ApplicationEventPublisher events) {
        this.customers = customers;
        this.setup = setup;
        this.settle = settle;
        this.wait = wait;
        this.ledger = ledger;
        this.events = events;
    }

    /** A sale with the payment that it is. */
    public record One(ProcessorPort.Sale sale, NewPayment payment) {}

    /** Books them in order; none of them is in the books yet, and nobody else settles anything of their payers. */
    @Transactional(propagation = Propagation.MANDATORY)
    public List<Means> book(ProcessorAccount processor, List<One> all) {
        BusinessId business = processor.business();
        var worths = new Worths(processor);
        wait.beginNew(business, waiting(processor, all, worths));
        List<Means> means =
                settle.receiveAll(business, all.stream().map(One::payment).toList());
        Bookings bookings = ledger.bookings(business);
        ledger.bookAll(
                business,
                IntStream.range(0, all.size())
                        .filter(i -> !all.get(i).sale().fee().isZero())
                        .mapToObj(i -> bookings.processorFee(
                                means.get(i).id().value(),
                                "Fee of " + processor.name() + " for sale "
                                        + all.get(i).sale().reference(),
                                all.get(i).sale().capturedOn(),
                                worths.of(all.get(i).sale(), all.get(i).sale().fee()),
                                processor.accounts().fees(),
                                processor.accounts().feeTags(),
                                processor.accounts().clearing()))
                        .toList());
        events.publishEvent(new AwaitsPayout(
                business,
                processor.id(),
                all.stream().map(o -> o.sale().reference()).toList()));
        return means;
    }

    private List<NewWaiting> waiting(ProcessorAccount processor, List<One> all, Worths worths) {
        Map<CustomerId, Customer> payers = customers.byId(
                processor.business(),
                all.stream().map(o -> o.payment().customer()).distinct().toList());
        return all.stream()
                .map(o -> new NewWaiting(
                        WaitingKind.CARD_SALE,
                        processor.accounts().clearing(),
                        o.sale().capturedOn(),
                        worths.of(o.sale(), o.sale().amount().minus(o.sale().fee())),
                        List.of(o.sale().reference()),
                        "card payment of " + payers.get(o.payment().customer()).name(),
                        o.payment().customer(),
                        o.payment().id(),
                        o.payment().id().value(),
                        new NewWaiting.AtProcessor(
                                processor.id(), o.sale().reference(), o.sale().amount())))
                .toList();
    }

    /** What amounts of sales are worth in the business's own currency, each rate looked up once. */
    private final class Worths {
        private final ProcessorAccount processor;
        private final Map<Currency, Map<LocalDate, ExchangeRate>> rates = new HashMap<>();

        private Worths(ProcessorAccount processor) {
            this.processor = processor;
        }

        private Valued of(ProcessorPort.Sale sale, Money amount) {
            return rates.computeIfAbsent(amount.currency(), c -> new HashMap<>())
                    .computeIfAbsent(sale.capturedOn(), day -> setup.rate(processor.business(), amount.currency(), day))
                    .value(amount)
                    .value();
        }
    }
}
