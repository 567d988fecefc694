package exactum.app.cards;

import exactum.app.documents.Invoice;
import exactum.app.documents.InvoiceStore;
import exactum.app.ledger.Ledger;
import exactum.app.receipts.Incoming;
import exactum.app.receipts.TakeMoney;
import exactum.app.setup.ProcessorAccount;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Takes one sale of the processor into the books, with the fee that the processor states. */
@Component
public class SettleSale {
    private final CollectionStore collections;
    private final InvoiceStore invoices;
    private final TakeMoney takeMoney;
    private final Ledger ledger;

    SettleSale(CollectionStore collections, InvoiceStore invoices, TakeMoney takeMoney, Ledger ledger) {
        this.collections = collections;
        this.invoices = invoices;
        this.takeMoney = takeMoney;
        this.ledger = ledger;
    }

    /** Settles and answers whether it was new. */
    @Transactional
    public boolean settle(ProcessorAccount processor, Collection collection, Processor.Sale sale) {
        Invoice invoice = invoices.lock(collection.invoiceId());
        var money = Incoming.card(
                processor.id(),
                collection.id(),
                sale.reference(),
                sale.card(),
                sale.capturedOn(),
                sale.amount(),
                sale.fee());
        boolean fresh = takeMoney
                .take(
                        invoice,
                        money,
                        receipt -> ledger.bookings()
                                .cardSale(
                                        sale.capturedOn(),
                                        receipt,
                                        invoice.number(),
                                        invoice.customerId(),
                                        invoice.id(),
                                        sale.amount(),
                                        sale.fee(),
                                        processor.clearingAccount(),
                                        processor.feeAccount()))
                .isPresent();
        if (fresh) collections.collected(collection.id(), sale.reference());
        return fresh;
    }
}
