package exactum.app.cards;

import exactum.app.customers.FindCustomers;
import exactum.app.database.Ids;
import exactum.app.documents.FindDocuments;
import exactum.app.installation.BusinessClock;
import exactum.app.links.PaymentLink;
import exactum.app.settlement.Claims;
import exactum.app.settlement.FindClaims;
import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.core.card.NoAnswer;
import exactum.core.card.PayersChoice;
import exactum.core.card.ProcessorPort;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CollectionId;
import exactum.core.money.Money;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

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
    private final CollectionStore collections;
    private final Connections connections;
    private final FindCards cards;
    private final ChargeCard charges;
    private final LineDetail lines;
    private final AskProcessor ask;
    private final WithdrawCheckouts withdraw;
    private final Offers offers;
    private final BusinessClock clock;
    private final ApplicationEventPublisher events;
    private final TransactionTemplate transaction;

    StartCardPayment(
            FindSetup setup,
            FindDocuments documents,
            FindCustomers customers,
            Claims claims,
            CollectionStore collections,
            Connections connections,
            FindCards cards,
            ChargeCard charges,
            LineDetail lines,
            AskProcessor ask,
            WithdrawCheckouts withdraw,
            Offers offers,
            BusinessClock clock,
            ApplicationEventPublisher events,
            TransactionTemplate transaction) {
        this.setup = setup;
        this.documents = documents;
        this.customers = customers;
        this.claims = claims;
        this.collections = collections;
        this.connections = connections;
        this.cards = cards;
        this.charges = charges;
        this.lines = lines;
        this.ask = ask;
        this.withdraw = withdraw;
        this.offers = offers;
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

        /** What is open, or was chosen, is not what was shown. */
        record AmountChanged(Money now) implements Outcome {}

        /** It is more than what is open, and no more than that is taken. */
        record TooMuch(Money most) implements Outcome {}

        /** The processor would keep all of it. */
        record TooLittle(Money fee) implements Outcome {}

        /** A card on file was charged, or may have been: what became of it is known at once or soon. */
        record Charged(CollectionId collection) implements Outcome {}

        /** A card on file was refused; nothing was charged. */
        record Refused(String why) implements Outcome {}

        /** The processor could not be reached, or takes nothing in the currency; nothing was charged. */
        record Unreachable() implements Outcome {}
    }

    /** Begins the payment of all that is open of the link's document, or of what is asked for now. */
    public Outcome start(PaymentLink link, long shownMinor, String returnTo) {
        return start(link, Wish.USUAL, PayWith.NEW_CARD, shownMinor, returnTo);
    }

    /**
     * Begins the payment of what a payer wishes to pay.
     *
     * @param with a card on file, of this customer and usable, or one that they enter
     * @param shownMinor the amount the payer saw, in minor units; without a choice of items it tells whether all or what is due is
     *     meant, and is never charged
     * @param returnTo where the processor leads the payer afterwards
     */
    public Outcome start(PaymentLink link, Wish wish, PayWith with, long shownMinor, String returnTo) {
        BusinessId business = link.business();
        Offer offer = offers.of(link);
        Optional<CardOnFile> kept = Optional.ofNullable(with.card())
                .flatMap(c -> cards.find(business, c))
                .filter(c -> c.customer().equals(link.customer()) && c.isUsableOn(offer.today()));
        if (with.card() != null && kept.isEmpty()) return new Outcome.Refused("it cannot be used any more");
        Optional<ProcessorAccount> account = kept.map(c -> setup.processor(business, c.processor()))
                .filter(p -> p.currency().equals(offer.currency()) && p.isOn())
                .or(() -> kept.isPresent() ? Optional.empty() : setup.processorFor(business, offer.currency()));
        if (account.isEmpty()) return new Outcome.Unreachable();
        for (Collection old : unsettled(link, offer)) {
            if (old.state().isLive()) ask.ask(old);
            else if (!withdraw.withdraw(old)) return new Outcome.Unreachable();
        }
        Begun begun = transaction.execute(s -> begin(link, account.get(), wish, with, shownMinor));
        if (begun.outcome() != null) return begun.outcome();
        for (Collection outdated : begun.outdated()) if (!withdraw.withdraw(outdated)) return new Outcome.Unreachable();
        return with.card() == null ? open(account.get(), begun, returnTo) : charge(begun.collection(), begun.about());
    }

    /**
     * What was begun.
     *
     * @param outcome what comes of it at once, or null
     * @param outdated the collections in whose place the new one stands
     * @param about the number that travels with it
     */
    private record Begun(Outcome outcome, Collection collection, List<Collection> outdated, String about) {
        static Begun ends(Outcome outcome) {
            return new Begun(outcome, null, List.of(), null);
        }
    }

    private Outcome charge(Collection collection, String about) {
        if (collection.state() == CollectionState.IN_FLIGHT) return new Outcome.Charged(collection.id());
        return switch (charges.charge(collection, about, true)) {
            case ChargeCard.Result.Refused refused ->
                new Outcome.Refused(refused.why().words());
            case ChargeCard.Result.NotDone notDone -> new Outcome.Unreachable();
            default -> new Outcome.Charged(collection.id());
        };
    }

    private Begun begin(PaymentLink link, ProcessorAccount account, Wish wish, PayWith with, long shownMinor) {
        BusinessId business = link.business();
        claims.hold(business, link.customer());
        Offer offer = offers.of(link);
        boolean chose = !wish.items().isEmpty() || wish.amount() != null;
        PayersChoice choice = chose ? offer.choose(wish) : offer.named(shownMinor);
        Money amount = choice.total().plus(offer.ahead());
        if (amount.isZero()) return Begun.ends(new Outcome.AlreadyPaid());
        boolean beyond = link.document() != null && choice.extra().isPositive() && !offer.extra();
        if (beyond) return Begun.ends(new Outcome.TooMuch(amount.minus(choice.extra())));
        if (amount.minor() != shownMinor) return Begun.ends(new Outcome.AmountChanged(amount));
        Money fee = account.fees().on(amount).value();
        if (fee.compareTo(amount) >= 0) return Begun.ends(new Outcome.TooLittle(fee));
        String about = about(link, offer, choice);
        List<Collection> live =
                collections.unsettledFor(business, List.copyOf(choice.items().keySet()), link.id()).stream()
                        .filter(c -> c.state().isLive())
                        .toList();
        Optional<Collection> same = live.stream()
                .filter(c -> c.items().equals(choice.items()) && c.amount().equals(amount))
                .filter(c -> Objects.equals(c.checkout().card(), with.card())
                        && Objects.equals(c.checkout().consent(), with.consent()))
                .findFirst();
        List<Collection> outdated =
                live.stream().filter(c -> same.isEmpty() || c != same.get()).toList();
        outdated.forEach(withdraw::want);
        if (same.isPresent()) return new Begun(null, same.get(), outdated, about);
        events.publishEvent(new CardPaymentBegins(business, choice.items().keySet()));
        var fresh = new Collection(
                business,
                new CollectionId(Ids.next()),
                link.customer(),
                link.document(),
                amount,
                choice.items(),
                CollectionState.PLANNED,
                new Collection.Checkout(account.id(), link.id(), null, null, with.card(), with.consent(), false),
                null,
                offer.today());
        collections.insert(fresh);
        return new Begun(null, fresh, outdated, about);
    }

    private List<Collection> unsettled(PaymentLink link, Offer offer) {
        List<ClaimId> open = offer.open().stream().map(FindClaims.Open::claim).toList();
        return collections.unsettledFor(link.business(), open, link.id());
    }

    /** The number of what is paid: of the link's own document, else of the first item; of an amount, of its link. */
    private String about(PaymentLink link, Offer offer, PayersChoice choice) {
        boolean own = choice.items().isEmpty()
                || offer.own().stream().anyMatch(o -> choice.items().containsKey(o.claim()));
        if (link.document() == null) return "L-" + link.id().toString().substring(24);
        if (own) return documents.get(link.business(), link.document()).number();
        return offer.open().stream()
                .filter(o -> choice.items().containsKey(o.claim()))
                .findFirst()
                .map(FindClaims.Open::number)
                .orElseThrow();
    }

    private Outcome open(ProcessorAccount account, Begun begun, String returnTo) {
        Collection collection = begun.collection();
        if (collection.checkout().url() != null)
            return new Outcome.Opened(collection.checkout().url());
        try {
            String customer =
                    customers.get(account.business(), collection.customer()).code();
            ProcessorPort.Page checkout = connections
                    .to(account)
                    .open(
                            collection.id().toString(),
                            new ProcessorPort.PageWanted(
                                    ProcessorPort.Purpose.PAY,
                                    new ProcessorPort.Order(begun.about(), customer, collection.amount()),
                                    collection.checkout().consent() != null,
                                    false,
                                    returnTo + "?payment=" + collection.id(),
                                    lines.of(collection)));
            transaction.executeWithoutResult(s -> collections.opened(collection, checkout));
            return new Outcome.Opened(checkout.url());
        } catch (NoAnswer away) {
            return new Outcome.Unreachable();
        }
    }
}
