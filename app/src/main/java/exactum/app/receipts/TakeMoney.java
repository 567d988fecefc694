package exactum.app.receipts;

import exactum.app.customers.CustomerStore;
import exactum.app.documents.Invoice;
import exactum.app.documents.InvoiceStore;
import exactum.app.ledger.Ledger;
import exactum.app.messages.Outbox;
import exactum.core.ledger.Entry;
import exactum.core.money.Money;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Takes money for an invoice into the books: receipt, ledger entry, what it settles in due order, and the confirmation.
 * However often and by whichever way we hear of it, it is taken once.
 */
@Component
public class TakeMoney {
    private final ReceiptStore receipts;
    private final InvoiceStore invoices;
    private final CustomerStore customers;
    private final Ledger ledger;
    private final Outbox outbox;

    TakeMoney(ReceiptStore receipts, InvoiceStore invoices, CustomerStore customers, Ledger ledger, Outbox outbox) {
        this.receipts = receipts;
        this.invoices = invoices;
        this.customers = customers;
        this.ledger = ledger;
        this.outbox = outbox;
    }

    /** What was taken. */
    public record Taken(UUID receipt, UUID entry) {}

    /**
     * Takes it, unless it was taken before. What is more than the open sum settles nothing.
     *
     * @param invoice locked by the caller's transaction
     * @param booking makes the ledger entry for the receipt with the id
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public Optional<Taken> take(Invoice invoice, Incoming money, Function<UUID, Entry> booking) {
        return receipts.insert(money, invoice.customerId()).map(receipt -> {
            UUID entry = ledger.book(booking.apply(receipt));
            settle(receipt, invoice, money);
            String email = customers.find(invoice.customerId()).orElseThrow().email();
            outbox.put(List.of(new Outbox.Intent(
                    "confirmation", invoice.customerId(), invoice.id(), receipt, money.receivedOn(), email)));
            return new Taken(receipt, entry);
        });
    }

    private void settle(UUID receipt, Invoice invoice, Incoming money) {
        Money left = money.amount();
        for (Invoice.Instalment instalment : invoice.instalments()) {
            Money part = left.compareTo(instalment.open()) < 0 ? left : instalment.open();
            if (!part.isPositive()) continue;
            receipts.allocate(receipt, invoice, instalment, part, money.receivedOn());
            invoices.settle(invoice, instalment, part, money.receivedOn());
            left = left.minus(part);
        }
    }
}
