package exactum.app.cards;

import exactum.app.clock.BusinessClock;
import exactum.app.customers.CustomerStore;
import exactum.app.documents.Invoice;
import exactum.app.documents.InvoiceStore;
import exactum.app.links.PaymentLink;
import exactum.app.setup.ProcessorAccount;
import exactum.app.setup.SetupStore;
import exactum.core.money.Money;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.client.RestClientException;

/**
 * Begins a card payment from a payment link. The sum is ours, never the browser's; pressed twice or in two tabs, both
 * lead to the same checkout.
 */
@Component
public class StartCardPayment {
    private final SetupStore setup;
    private final InvoiceStore invoices;
    private final CustomerStore customers;
    private final CollectionStore collections;
    private final Processor processor;
    private final AskProcessor ask;
    private final BusinessClock clock;
    private final TransactionTemplate transaction;

    StartCardPayment(
            SetupStore setup,
            InvoiceStore invoices,
            CustomerStore customers,
            CollectionStore collections,
            Processor processor,
            AskProcessor ask,
            BusinessClock clock,
            TransactionTemplate transaction) {
        this.setup = setup;
        this.invoices = invoices;
        this.customers = customers;
        this.collections = collections;
        this.processor = processor;
        this.ask = ask;
        this.clock = clock;
        this.transaction = transaction;
    }

    /** What came of pressing pay. */
    public sealed interface Outcome {
        /** The processor's page is open for the card. */
        record Opened(String url) implements Outcome {}

        /** Nothing is open any more. */
        record AlreadyPaid() implements Outcome {}

        /** The open sum is not the one that was shown. */
        record SumChanged(Money now) implements Outcome {}

        /** The processor could not be reached; nothing was charged. */
        record Unreachable() implements Outcome {}
    }

    /**
     * Begins the payment.
     *
     * @param shownMinor the sum the payer saw, in minor units; it is compared, never charged
     * @param returnTo where the processor leads the payer afterwards
     */
    public Outcome start(PaymentLink link, long shownMinor, String returnTo) {
        Optional<Collection> before = collections.findInFlight(link.invoiceId());
        before.ifPresent(ask::ask);
        Invoice invoice = invoices.get(link.invoiceId());
        if (!invoice.open().isPositive()) return new Outcome.AlreadyPaid();
        if (invoice.open().minor() != shownMinor) return new Outcome.SumChanged(invoice.open());
        ProcessorAccount account = setup.processors().getFirst();
        Collection collection = transaction.execute(
                s -> collections.startOrFind(account.id(), invoice.id(), link.id(), invoice.open(), clock.today()));
        if (collection.checkoutUrl() != null) return new Outcome.Opened(collection.checkoutUrl());
        try {
            String customer = customers.find(invoice.customerId()).orElseThrow().code();
            Processor.Checkout checkout = processor.openCheckout(
                    account, collection.id(), collection.amount(), invoice.number(), customer, returnTo);
            collections.opened(collection.id(), checkout);
            return new Outcome.Opened(checkout.url());
        } catch (RestClientException unreachable) {
            return new Outcome.Unreachable();
        }
    }
}
