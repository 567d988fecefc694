package exactum.app.cards;

import exactum.app.customers.FindCustomers;
import exactum.app.documents.AskedBefore;
import exactum.app.documents.FindDocuments;
import exactum.app.installation.BusinessClock;
import exactum.app.ledger.Ledger;
import exactum.app.settlement.Channel;
import exactum.app.settlement.Claims;
import exactum.app.settlement.ConfirmPayment;
import exactum.app.settlement.FindClaims;
import exactum.app.settlement.NewPayment;
import exactum.app.settlement.Settle;
import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.app.waiting.NewWaiting;
import exactum.app.waiting.Wait;
import exactum.core.bank.WaitingKind;
import exactum.core.card.ProcessorPort;
import exactum.core.document.DocumentKind;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import exactum.core.money.Money;
import exactum.core.money.Valued;
import exactum.core.settlement.Means;
import exactum.core.settlement.Policy;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Takes one sale of the processor into the books, with the fee that the processor states, whatever became of its collection
 * meanwhile: it settles what is still open of the collection's items, and what is too much stays on account.
 */
@Component
public class SettleSale {
    private final CollectionStore collections;
    private final Claims claims;
    private final FindClaims findClaims;
    private final FindCustomers customers;
    private final FindSetup setup;
    private final Settle settle;
    private final ConfirmPayment confirm;
    private final Wait wait;
    private final Ledger ledger;
    private final FindDocuments documents;
    private final AskedBefore before;
    private final BusinessClock clock;
    private final ApplicationEventPublisher events;

    SettleSale(
            CollectionStore collections,
            Claims claims,
            FindClaims findClaims,
            FindCustomers customers,
            FindSetup setup,
            Settle settle,
            ConfirmPayment confirm,
            Wait wait,
            Ledger ledger,
            FindDocuments documents,
            AskedBefore before,
            BusinessClock clock,
            ApplicationEventPublisher events) {
        this.collections = collections;
        this.claims = claims;
        this.findClaims = findClaims;
        this.customers = customers;
        this.setup = setup;
        this.settle = settle;
        this.confirm = confirm;
        this.wait = wait;
        this.ledger = ledger;
        this.documents = documents;
        this.before = before;
        this.clock = clock;
        this.events = events;
    }

    /** Takes it in and answers whether it was new. */
    @Transactional
    public boolean settle(ProcessorAccount processor, Collection collection, ProcessorPort.Sale sale) {
        BusinessId business = processor.business();
        claims.hold(business, collection.customer());
        collections.close(collection, CollectionState.COLLECTED);
        var origin = new NewPayment.Origin(
                Channel.CARD,
                sale.card(),
                processor.accounts().clearing(),
                Money.zero(sale.amount().currency()),
                NewPayment.Said.NOTHING,
                new NewPayment.CardSale(processor.id(), sale.reference(), sale.fee(), collection.id()));
        Optional<Means> means = settle.receive(
                business,
                new NewPayment(
                        collection.customer(),
                        sale.capturedOn(),
                        sale.amount(),
                        origin,
                        waitsFor(business, collection),
                        policy(business, collection, sale.amount())));
        if (means.isEmpty()) return false;
        fee(processor, sale, means.get().id());
        waits(processor, collection, sale, means.get().id());
        confirm.confirm(business, means.get(), clock.today(business));
        events.publishEvent(new SaleTaken(
                business,
                processor.id(),
                sale.reference(),
                collection,
                means.get().id()));
        return true;
    }

    /** Money for a quote waits for its invoice; once that is made, it settles it. */
    private DocumentId waitsFor(BusinessId business, Collection collection) {
        boolean quote = collection.document() != null
                && documents.get(business, collection.document()).kind() == DocumentKind.QUOTE;
        if (!quote || invoiceOf(business, collection) != null) return null;
        return before.invoiceOf(business, collection.document()).orElse(collection.document());
    }

    private DocumentId invoiceOf(BusinessId business, Collection collection) {
        if (collection.document() == null) return null;
        return before.invoiceOf(business, collection.document())
                .filter(i -> documents.find(business, i).isPresent())
                .orElse(null);
    }

    /** What is open of the collection's items by now, as far as the sale reaches. */
    private Policy policy(BusinessId business, Collection collection, Money amount) {
        DocumentId invoice = invoiceOf(business, collection);
        if (invoice != null) return new Policy.OfDocument(invoice);
        var parts = new ArrayList<Policy.Part>();
        Money rest = amount;
        for (FindClaims.Open open : findClaims.openOf(business, collection.customer())) {
            Money wanted = collection.items().get(open.claim());
            if (wanted == null || !wanted.currency().equals(amount.currency())) continue;
            Money part = open.left().min(wanted).min(rest);
            if (part.isPositive()) parts.add(Policy.Part.of(open.claim(), part));
            rest = rest.minus(part);
        }
        return parts.isEmpty() ? new Policy.OnAccount() : new Policy.Chosen(parts);
    }

    private void fee(ProcessorAccount processor, ProcessorPort.Sale sale, MeansId means) {
        if (sale.fee().isZero()) return;
        ledger.book(
                processor.business(),
                ledger.bookings(processor.business())
                        .processorFee(
                                means.value(),
                                "Fee of " + processor.name() + " for sale " + sale.reference(),
                                sale.capturedOn(),
                                worth(processor, sale, sale.fee()),
                                processor.accounts().fees(),
                                processor.accounts().feeTags(),
                                processor.accounts().clearing()));
    }

    private void waits(ProcessorAccount processor, Collection collection, ProcessorPort.Sale sale, MeansId means) {
        wait.begin(
                processor.business(),
                new NewWaiting(
                        WaitingKind.CARD_SALE,
                        processor.accounts().clearing(),
                        sale.capturedOn(),
                        worth(processor, sale, sale.amount().minus(sale.fee())),
                        List.of(sale.reference()),
                        "card payment of "
                                + customers
                                        .get(processor.business(), collection.customer())
                                        .name(),
                        collection.customer(),
                        means,
                        means.value()));
    }

    private Valued worth(ProcessorAccount processor, ProcessorPort.Sale sale, Money amount) {
        return setup.rate(processor.business(), amount.currency(), sale.capturedOn())
                .value(amount)
                .value();
    }
}
