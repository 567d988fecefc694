package exactum.app.cards;

import exactum.app.customers.Customer;
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
import exactum.app.waiting.AwaitsPayout;
import exactum.app.waiting.NewWaiting;
import exactum.app.waiting.Wait;
import exactum.core.bank.WaitingKind;
import exactum.core.card.ProcessorPort;
import exactum.core.document.DocumentKind;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import exactum.core.ledger.Bookings;
import exactum.core.ledger.Entry;
import exactum.core.money.ExchangeRate;
import exactum.core.money.Money;
import exactum.core.money.Valued;
import exactum.core.settlement.Means;
import exactum.core.settlement.Policy;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Currency;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.IntStream;
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

    /** A sale and the collection that it is of. */
    public record Taken(Collection collection, ProcessorPort.Sale sale) {}

    /** Takes it in and answers whether it was new. */
    @Transactional
    public boolean settle(ProcessorAccount processor, Collection collection, ProcessorPort.Sale sale) {
        return !settleAll(processor, List.of(new Taken(collection, sale))).isEmpty();
    }

    /** Takes it in unless it was taken in before, and then leaves the collection as it is; answers whether it was new. */
    @Transactional
    public boolean settleIfNew(ProcessorAccount processor, Collection collection, ProcessorPort.Sale sale) {
        claims.hold(processor.business(), collection.customer());
        boolean known = !settle.salesAmong(processor.business(), processor.id(), List.of(sale.reference()))
                .isEmpty();
        return !known && settle(processor, collection, sale);
    }

    /** Takes several in, all or none, and answers the references of those that were new. */
    @Transactional
    public List<String> settleAll(ProcessorAccount processor, List<Taken> all) {
        if (all.isEmpty()) return List.of();
        BusinessId business = processor.business();
        claims.hold(
                business,
                all.stream().map(t -> t.collection().customer()).distinct().toList());
        collections.closeAll(
                business, all.stream().map(t -> t.collection().id()).toList(), CollectionState.COLLECTED);
        Set<String> known = new HashSet<>(settle.salesAmong(
                business,
                processor.id(),
                all.stream().map(t -> t.sale().reference()).toList()));
        List<Taken> fresh =
                all.stream().filter(t -> known.add(t.sale().reference())).toList();
        if (fresh.isEmpty()) return List.of();
        var open = new OpenItems(findClaims.openAmong(
                business,
                fresh.stream()
                        .flatMap(t -> t.collection().items().keySet().stream())
                        .toList()));
        List<NewPayment> payments =
                fresh.stream().map(t -> payment(processor, t, open)).toList();
        var worths = new Worths(processor);
        wait.beginNew(business, waiting(processor, fresh, payments, worths));
        List<Means> means = settle.receiveAll(business, payments);
        ledger.bookAll(business, fees(processor, fresh, means, worths));
        confirm.confirmAll(business, means, clock.today(business));
        events.publishEvent(new SalesTaken(business, processor.id(), sales(fresh, means)));
        events.publishEvent(new AwaitsPayout(
                business,
                processor.id(),
                fresh.stream().map(t -> t.sale().reference()).toList()));
        return fresh.stream().map(t -> t.sale().reference()).toList();
    }

    private static List<SalesTaken.Sale> sales(List<Taken> fresh, List<Means> means) {
        return IntStream.range(0, fresh.size())
                .mapToObj(i -> new SalesTaken.Sale(
                        fresh.get(i).sale().reference(),
                        fresh.get(i).collection(),
                        means.get(i).id()))
                .toList();
    }

    private NewPayment payment(ProcessorAccount processor, Taken taken, OpenItems open) {
        ProcessorPort.Sale sale = taken.sale();
        Collection collection = taken.collection();
        var origin = new NewPayment.Origin(
                Channel.CARD,
                sale.card(),
                processor.accounts().clearing(),
                Money.zero(sale.amount().currency()),
                NewPayment.Said.NOTHING,
                new NewPayment.CardSale(processor.id(), sale.reference(), sale.fee(), collection.id()));
        return new NewPayment(
                collection.customer(),
                sale.capturedOn(),
                sale.amount(),
                origin,
                waitsFor(processor.business(), collection),
                policy(processor.business(), taken, open));
    }

    /** What is still open of items that several sales may be for. */
    private static final class OpenItems {
        private final Map<ClaimId, FindClaims.Open> items = new HashMap<>();
        private final Map<ClaimId, Money> left = new HashMap<>();

        private OpenItems(List<FindClaims.Open> open) {
            open.forEach(o -> {
                items.put(o.claim(), o);
                left.put(o.claim(), o.left());
            });
        }

        private List<Policy.Part> take(Map<ClaimId, Money> wanted, Money amount) {
            List<FindClaims.Open> theirs = wanted.keySet().stream()
                    .map(items::get)
                    .filter(Objects::nonNull)
                    .filter(o -> o.left().currency().equals(amount.currency()))
                    .sorted(Comparator.comparing(FindClaims.Open::due)
                            .thenComparing(o -> o.claim().value()))
                    .toList();
            var parts = new ArrayList<Policy.Part>();
            Money rest = amount;
            for (FindClaims.Open open : theirs) {
                Money part =
                        left.get(open.claim()).min(wanted.get(open.claim())).min(rest);
                if (!part.isPositive()) continue;
                parts.add(Policy.Part.of(open.claim(), part));
                left.merge(open.claim(), part, Money::minus);
                rest = rest.minus(part);
            }
            return parts;
        }
    }

    /** Money for a quote waits for its invoice; once that is made, it settles it. */
    private DocumentId waitsFor(BusinessId business, Collection collection) {
        boolean quote = collection.document() != null
                && collection.checkout().link() != null
                && documents.get(business, collection.document()).kind() == DocumentKind.QUOTE;
        if (!quote || invoiceOf(business, collection) != null) return null;
        return before.invoiceOf(business, collection.document()).orElse(collection.document());
    }

    private DocumentId invoiceOf(BusinessId business, Collection collection) {
        if (collection.document() == null || collection.checkout().link() == null) return null;
        return before.invoiceOf(business, collection.document())
                .filter(i -> documents.find(business, i).isPresent())
                .orElse(null);
    }

    /** What is open of the collection's items by now, as far as the sale reaches. */
    private Policy policy(BusinessId business, Taken taken, OpenItems open) {
        DocumentId invoice = invoiceOf(business, taken.collection());
        if (invoice != null) return new Policy.OfDocument(invoice);
        List<Policy.Part> parts =
                open.take(taken.collection().items(), taken.sale().amount());
        return parts.isEmpty() ? new Policy.OnAccount() : new Policy.Chosen(parts);
    }

    private List<Entry> fees(ProcessorAccount processor, List<Taken> fresh, List<Means> means, Worths worths) {
        Bookings bookings = ledger.bookings(processor.business());
        return IntStream.range(0, fresh.size())
                .filter(i -> !fresh.get(i).sale().fee().isZero())
                .mapToObj(i -> bookings.processorFee(
                        means.get(i).id().value(),
                        "Fee of " + processor.name() + " for sale "
                                + fresh.get(i).sale().reference(),
                        fresh.get(i).sale().capturedOn(),
                        worths.of(fresh.get(i).sale(), fresh.get(i).sale().fee()),
                        processor.accounts().fees(),
                        processor.accounts().feeTags(),
                        processor.accounts().clearing()))
                .toList();
    }

    private List<NewWaiting> waiting(
            ProcessorAccount processor, List<Taken> fresh, List<NewPayment> payments, Worths worths) {
        Map<CustomerId, Customer> payers = customers.byId(
                processor.business(),
                fresh.stream().map(t -> t.collection().customer()).distinct().toList());
        return IntStream.range(0, fresh.size())
                .mapToObj(i -> {
                    ProcessorPort.Sale sale = fresh.get(i).sale();
                    CustomerId payer = fresh.get(i).collection().customer();
                    MeansId of = payments.get(i).id();
                    return new NewWaiting(
                            WaitingKind.CARD_SALE,
                            processor.accounts().clearing(),
                            sale.capturedOn(),
                            worths.of(sale, sale.amount().minus(sale.fee())),
                            List.of(sale.reference()),
                            "card payment of " + payers.get(payer).name(),
                            payer,
                            of,
                            of.value(),
                            new NewWaiting.AtProcessor(processor.id(), sale.reference(), sale.amount()));
                })
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
