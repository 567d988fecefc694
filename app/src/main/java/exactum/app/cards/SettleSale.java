package exactum.app.cards;

import exactum.app.documents.AskedBefore;
import exactum.app.documents.FindDocuments;
import exactum.app.installation.BusinessClock;
import exactum.app.settlement.Channel;
import exactum.app.settlement.Claims;
import exactum.app.settlement.ConfirmPayment;
import exactum.app.settlement.FindClaims;
import exactum.app.settlement.NewPayment;
import exactum.app.settlement.Settle;
import exactum.app.setup.ProcessorAccount;
import exactum.core.card.ProcessorPort;
import exactum.core.document.DocumentKind;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import exactum.core.settlement.Means;
import exactum.core.settlement.Policy;
import java.util.ArrayList;
import java.util.Comparator;
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
    private final Settle settle;
    private final ConfirmPayment confirm;
    private final BookSales book;
    private final FindDocuments documents;
    private final AskedBefore before;
    private final BusinessClock clock;
    private final ApplicationEventPublisher events;

    SettleSale(
            CollectionStore collections,
            Claims claims,
            FindClaims findClaims,
            Settle settle,
            ConfirmPayment confirm,
            BookSales book,
            FindDocuments documents,
            AskedBefore before,
            BusinessClock clock,
            ApplicationEventPublisher events) {
        this.collections = collections;
        this.claims = claims;
        this.findClaims = findClaims;
        this.settle = settle;
        this.confirm = confirm;
        this.book = book;
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
        List<Means> means = book.book(
                processor,
                IntStream.range(0, fresh.size())
                        .mapToObj(i -> new BookSales.One(fresh.get(i).sale(), payments.get(i)))
                        .toList());
        confirm.confirmAll(business, means, clock.today(business));
        events.publishEvent(new SalesTaken(business, sales(fresh, means)));
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
}
