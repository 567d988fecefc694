package exactum.app.cards;

import exactum.app.customers.CustomerStore;
import exactum.app.documents.Invoice;
import exactum.app.documents.InvoiceStore;
import exactum.app.ledger.Ledger;
import exactum.app.messages.Outbox;
import exactum.app.setup.ProcessorAccount;
import exactum.core.money.Money;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Takes one sale of the processor into the books: receipt, ledger entry with the fee, what it settles in due order, and
 * the confirmation. However often and by whichever way we hear of a sale, it is taken in once.
 */
@Component
public class SettleSale {
    private final CollectionStore collections;
    private final InvoiceStore invoices;
    private final CustomerStore customers;
    private final Ledger ledger;
    private final Outbox outbox;

    SettleSale(
            CollectionStore collections, InvoiceStore invoices, CustomerStore customers, Ledger ledger, Outbox outbox) {
        this.collections = collections;
        this.invoices = invoices;
        this.customers = customers;
        this.ledger = ledger;
        this.outbox = outbox;
    }

    /** Settles and answers whether it was new. */
    @Transactional
    public boolean settle(ProcessorAccount processor, Collection collection, Processor.Sale sale) {
        Invoice invoice = invoices.lock(collection.invoiceId());
        var receipt = collections.receive(processor.id(), collection, invoice.customerId(), sale);
        if (receipt.isEmpty()) return false;
        UUID id = receipt.get();
        ledger.book(ledger.bookings()
                .cardSale(
                        sale.capturedOn(),
                        id,
                        invoice.number(),
                        invoice.customerId(),
                        invoice.id(),
                        sale.amount(),
                        sale.fee(),
                        processor.clearingAccount(),
                        processor.feeAccount()));
        allocate(id, invoice, sale);
        collections.collected(collection.id(), sale.reference());
        String email = customers.find(invoice.customerId()).orElseThrow().email();
        outbox.put(List.of(
                new Outbox.Intent("confirmation", invoice.customerId(), invoice.id(), id, sale.capturedOn(), email)));
        return true;
    }

    private void allocate(UUID receipt, Invoice invoice, Processor.Sale sale) {
        Money left = sale.amount();
        for (Invoice.Instalment instalment : invoice.instalments()) {
            Money part = left.compareTo(instalment.open()) < 0 ? left : instalment.open();
            if (!part.isPositive()) continue;
            collections.allocate(receipt, invoice, instalment, part, sale.capturedOn());
            invoices.settle(invoice, instalment, part, sale.capturedOn());
            left = left.minus(part);
        }
    }
}
