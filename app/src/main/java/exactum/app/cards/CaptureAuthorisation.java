package exactum.app.cards;

import exactum.app.audit.Audit;
import exactum.app.database.Ids;
import exactum.app.installation.BusinessClock;
import exactum.app.settlement.Claims;
import exactum.app.settlement.FindClaims;
import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.core.card.NoAnswer;
import exactum.core.card.ProcessorPort;
import exactum.core.ids.AuthorisationId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CollectionId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Takes what a card was authorised for, the same or less, in one part or several, and lets the rest go. One capture of an
 * authorisation is under way at a time; if it fails, the invoice stays issued and open.
 */
@Component
public class CaptureAuthorisation {
    private static final Duration CERTAINLY_NEVER_CAME = Duration.ofMinutes(2);
    private final AuthorisationStore store;
    private final CollectionStore collections;
    private final Claims claims;
    private final FindClaims findClaims;
    private final FindSetup setup;
    private final Connections connections;
    private final SettleSale settle;
    private final BusinessClock clock;
    private final Audit audit;
    private final TransactionTemplate transaction;

    CaptureAuthorisation(
            AuthorisationStore store,
            CollectionStore collections,
            Claims claims,
            FindClaims findClaims,
            FindSetup setup,
            Connections connections,
            SettleSale settle,
            BusinessClock clock,
            Audit audit,
            TransactionTemplate transaction) {
        this.store = store;
        this.collections = collections;
        this.claims = claims;
        this.findClaims = findClaims;
        this.setup = setup;
        this.connections = connections;
        this.settle = settle;
        this.clock = clock;
        this.audit = audit;
        this.transaction = transaction;
    }

    /** What of a quote's authorisation its invoice needs is taken, the same or less, and the rest let go. */
    public void atIssue(BusinessId business, DocumentId quote, DocumentId invoice) {
        for (Authorisation a : store.ofDocument(business, quote)) {
            Money open = open(business, invoice, a.amount());
            Money part = open.min(a.rest(clock.today(business)));
            if (part.isPositive()) orSayWhyNot(a, () -> capture(business, a.id(), invoice, part, true));
        }
    }

    /** What cannot be taken by itself is for a person, with the reason. */
    private void orSayWhyNot(Authorisation a, Runnable capturing) {
        try {
            capturing.run();
        } catch (Refusal cannot) {
            transaction.executeWithoutResult(s -> store.setReason(a, cannot.sentence()));
        }
    }

    private Money open(BusinessId business, DocumentId invoice, Money like) {
        return Money.sum(
                like.currency(),
                findClaims.openOf(business, invoice).stream()
                        .map(FindClaims.Open::left)
                        .filter(l -> l.currency().equals(like.currency()))
                        .toList());
    }

    /**
     * Takes a part for an invoice.
     *
     * @param isLast whether the rest is let go with it
     * @throws Refusal if that much was not authorised, is not open, or another capture is under way
     */
    public void capture(BusinessId business, AuthorisationId id, DocumentId invoice, Money amount, boolean isLast) {
        Collection begun = transaction.execute(s -> begin(business, id, invoice, amount));
        Authorisation a = store.find(business, id).orElseThrow();
        ProcessorAccount account = setup.processor(business, a.processor());
        try {
            take(
                    account,
                    a,
                    begun,
                    connections
                            .to(account)
                            .capture(begun.id().toString(), a.said().charge(), amount, isLast));
        } catch (NoAnswer none) {
            if (none.isPerhapsDone()) transaction.executeWithoutResult(s -> collections.setUnanswered(begun, true));
            else failed(a, begun, "it could not be taken: " + none.getMessage());
        }
    }

    private Collection begin(BusinessId business, AuthorisationId id, DocumentId invoice, Money amount) {
        Authorisation a = store.lock(business, id);
        claims.hold(business, a.customer());
        Money rest = a.rest(clock.today(business));
        if (!collections.capturing(business, id).isEmpty())
            throw new Refusal(
                    "authorisation.under-way",
                    "Another part of it is being taken, and the processor has not answered yet. Nothing was taken. Ask it first.");
        if (amount.compareTo(rest) > 0)
            throw new Refusal(
                            "authorisation.more",
                            "%s can be taken of it. Nothing was taken. For more, have the card authorised again, or leave the rest to the payer."
                                    .formatted(rest.withCurrency()))
                    .at("amount");
        List<FindClaims.Open> open = findClaims.openOf(business, invoice);
        Set<ClaimId> collected = collections.beingCollected(
                business, open.stream().map(FindClaims.Open::claim).toList());
        if (!collected.isEmpty())
            throw new Refusal(
                    "authorisation.collected",
                    "The invoice is being collected already. Nothing was taken. Look at it first.");
        Map<ClaimId, Money> items = new LinkedHashMap<>();
        Money left = amount;
        for (FindClaims.Open one : open) {
            Money part = one.left().min(left);
            if (part.isPositive()) items.put(one.claim(), part);
            left = left.minus(part);
        }
        if (left.isPositive() || !amount.isPositive())
            throw new Refusal(
                            "authorisation.open",
                            "%s is open of the invoice. Nothing was taken."
                                    .formatted(amount.minus(left).withCurrency()))
                    .at("amount");
        var begun = new Collection(
                business,
                new CollectionId(Ids.next()),
                a.customer(),
                invoice,
                amount,
                items,
                CollectionState.IN_FLIGHT,
                Collection.Checkout.capturing(a.processor(), id),
                null,
                clock.today(business));
        collections.insert(begun);
        return begun;
    }

    /** What it took that we do not have is the part that was asked for. */
    private boolean take(ProcessorAccount account, Authorisation a, Collection begun, ProcessorPort.Charge charge) {
        boolean taken = false;
        for (ProcessorPort.Sale sale : charge.sales())
            if (sale.amount().equals(begun.amount()) && !taken) taken = settle.settleIfNew(account, begun, sale);
        boolean known = taken;
        transaction.executeWithoutResult(s -> {
            store.stands(a, charge, a.said().card());
            if (!known) return;
            store.setReason(a, null);
            collections.setUnanswered(begun, false);
            audit.record(
                    a.business(), "captured an authorisation", begun.amount().withCurrency());
        });
        return taken;
    }

    private void failed(Authorisation a, Collection begun, String why) {
        transaction.executeWithoutResult(s -> {
            store.lock(a.business(), a.id());
            if (!isLive(begun)) return;
            collections.refused(begun, why);
            collections.close(begun, CollectionState.REJECTED);
            store.setReason(a, why);
        });
    }

    private boolean isLive(Collection begun) {
        return collections
                .find(begun.business(), begun.id())
                .orElseThrow()
                .state()
                .isLive();
    }

    /** Asks what became of a capture; answers whether it is known now. */
    boolean ask(Collection begun) {
        BusinessId business = begun.business();
        if (!isLive(begun)) return true;
        Authorisation a = store.find(business, begun.checkout().authorisation()).orElseThrow();
        ProcessorAccount account = setup.processor(business, a.processor());
        transaction.executeWithoutResult(s -> collections.asked(begun.business(), List.of(begun.id()), clock.now()));
        try {
            ProcessorPort.Charge charge = connections.to(account).find(a.said().charge());
            if (take(account, a, begun, charge)) return true;
            boolean never = !collections
                    .startedBefore(business, List.of(begun.id()), clock.now().minus(CERTAINLY_NEVER_CAME))
                    .isEmpty();
            if (never) failed(a, begun, "the processor never had it");
            return never;
        } catch (NoAnswer away) {
            return false;
        }
    }

    /** The capture that a sale of an authorisation's page belongs to. */
    Optional<Collection> ofSale(ProcessorAccount processor, ProcessorPort.Sale sale) {
        return store.ofSale(processor.business(), processor.id(), sale).stream()
                .flatMap(a -> collections.capturing(processor.business(), a.id()).stream())
                .filter(c -> c.amount().equals(sale.amount()))
                .findFirst();
    }

    /** Lets go what was not taken. */
    public void release(BusinessId business, AuthorisationId id) {
        Authorisation a = store.find(business, id).orElseThrow();
        if (a.state() != Authorisation.State.AUTHORISED) return;
        if (!collections.capturing(business, id).isEmpty())
            throw new Refusal(
                    "authorisation.under-way",
                    "A part of it is being taken, and the processor has not answered yet. Nothing was let go. Ask it first.");
        try {
            ProcessorPort.Charge charge = connections
                    .to(setup.processor(business, a.processor()))
                    .release(id + "/release", a.said().charge());
            transaction.executeWithoutResult(s -> {
                store.stands(a, charge, a.said().card());
                audit.record(
                        business,
                        "let an authorisation go",
                        charge.released().withCurrency() + " for " + a.reference());
            });
        } catch (NoAnswer away) {
            throw new Refusal(
                    "authorisation.away",
                    "The processor did not answer. It may have let it go or not; press again, nothing is done twice.");
        }
    }
}
