package exactum.app.cards;

import exactum.app.customers.FindCustomers;
import exactum.app.database.Ids;
import exactum.app.documents.AskedBefore;
import exactum.app.documents.Document;
import exactum.app.documents.FindDocuments;
import exactum.app.installation.BusinessClock;
import exactum.app.links.PaymentLink;
import exactum.app.settlement.Claims;
import exactum.app.settlement.FindClaims;
import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CollectionId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.client.RestClientException;

/**
 * Begins a card payment from a payment link. The amount is ours, never the browser's, and is what is open now, less what paying early earns; pressed twice or
 * in two tabs, both lead to the same card page. A page that names another amount is taken back before a new one is opened.
 */
@Component
public class StartCardPayment {
    private final FindSetup setup;
    private final FindDocuments documents;
    private final FindCustomers customers;
    private final Claims claims;
    private final FindClaims findClaims;
    private final CollectionStore collections;
    private final Processor processor;
    private final AskProcessor ask;
    private final WithdrawCheckouts withdraw;
    private final AskedBefore before;
    private final BusinessClock clock;
    private final ApplicationEventPublisher events;
    private final TransactionTemplate transaction;

    StartCardPayment(
            FindSetup setup,
            FindDocuments documents,
            FindCustomers customers,
            Claims claims,
            FindClaims findClaims,
            CollectionStore collections,
            Processor processor,
            AskProcessor ask,
            WithdrawCheckouts withdraw,
            AskedBefore before,
            BusinessClock clock,
            ApplicationEventPublisher events,
            TransactionTemplate transaction) {
        this.setup = setup;
        this.documents = documents;
        this.customers = customers;
        this.claims = claims;
        this.findClaims = findClaims;
        this.collections = collections;
        this.processor = processor;
        this.ask = ask;
        this.withdraw = withdraw;
        this.before = before;
        this.clock = clock;
        this.events = events;
        this.transaction = transaction;
    }

    /** What came of pressing pay. */
    public sealed interface Outcome {
        /** The processor's page is open for the card. */
        record Opened(String url) implements Outcome {}

        /** Nothing is open any more. */
        record AlreadyPaid() implements Outcome {}

        /** What is open is not what was shown. */
        record AmountChanged(Money now) implements Outcome {}

        /** The processor could not be reached, or takes nothing in the currency; nothing was charged. */
        record Unreachable() implements Outcome {}
    }

    /**
     * Begins the payment of all that is open, or of what is asked for now.
     *
     * @param shownMinor the amount the payer saw, in minor units; it tells which of both is meant, and is never charged
     * @param returnTo where the processor leads the payer afterwards
     */
    public Outcome start(PaymentLink link, long shownMinor, String returnTo) {
        BusinessId business = link.business();
        Document document = documents.get(business, link.document());
        Optional<ProcessorAccount> account =
                setup.processorFor(business, document.gross().currency());
        if (account.isEmpty()) return new Outcome.Unreachable();
        collections.findLive(business, document.id()).ifPresent(ask::ask);
        for (Collection old : collections.ofDocument(business, document.id())) {
            if (old.checkout().isToWithdraw() && !withdraw.withdraw(old)) return new Outcome.Unreachable();
        }
        Begun begun = transaction.execute(s -> begin(link, document, account.get(), shownMinor));
        if (begun.outcome() != null) return begun.outcome();
        if (begun.outdated() != null && !withdraw.withdraw(begun.outdated())) return new Outcome.Unreachable();
        return open(account.get(), document, begun.collection(), returnTo);
    }

    /**
     * What was begun.
     *
     * @param outcome what comes of it at once, or null
     * @param outdated the collection in whose place the new one stands, or null
     */
    private record Begun(Outcome outcome, Collection collection, Collection outdated) {}

    private Begun begin(PaymentLink link, Document document, ProcessorAccount account, long shownMinor) {
        BusinessId business = link.business();
        claims.hold(business, document.customer());
        List<FindClaims.Open> open = findClaims.openOf(business, document.id());
        LocalDate today = clock.today(business);
        Currency currency = document.gross().currency();
        Map<ClaimId, Money> asked = toPay(FindClaims.Open.askedOn(open, today), today);
        boolean isAsked = !open.isEmpty() && Money.sum(currency, asked.values()).minor() == shownMinor;
        Map<ClaimId, Money> items = isAsked ? asked : toPay(open, today);
        Money amount = Money.sum(currency, items.values()).plus(before.asked(business, document));
        if (amount.isZero()) return new Begun(new Outcome.AlreadyPaid(), null, null);
        if (amount.minor() != shownMinor) return new Begun(new Outcome.AmountChanged(amount), null, null);
        Collection live = collections.findLive(business, document.id()).orElse(null);
        if (live != null && live.items().equals(items) && live.amount().equals(amount))
            return new Begun(null, live, null);
        if (live != null) withdraw.want(live);
        events.publishEvent(new CardPaymentBegins(business, items.keySet()));
        var fresh = new Collection(
                business,
                new CollectionId(Ids.next()),
                document.customer(),
                document.id(),
                amount,
                items,
                CollectionState.PLANNED,
                new Collection.Checkout(account.id(), link.id(), null, null, false),
                null,
                today);
        collections.insert(fresh);
        return new Begun(null, fresh, live);
    }

    private static Map<ClaimId, Money> toPay(List<FindClaims.Open> open, LocalDate today) {
        Map<ClaimId, Money> items = new LinkedHashMap<>();
        open.forEach(o -> items.put(o.claim(), o.toPayOn(today)));
        return items;
    }

    private Outcome open(ProcessorAccount account, Document document, Collection collection, String returnTo) {
        if (collection.checkout().url() != null)
            return new Outcome.Opened(collection.checkout().url());
        try {
            String customer =
                    customers.get(account.business(), document.customer()).code();
            Processor.Checkout checkout =
                    processor.openCheckout(account, collection, document.number(), customer, returnTo);
            transaction.executeWithoutResult(s -> collections.opened(collection, checkout));
            return new Outcome.Opened(checkout.url());
        } catch (RestClientException unreachable) {
            return new Outcome.Unreachable();
        }
    }
}
