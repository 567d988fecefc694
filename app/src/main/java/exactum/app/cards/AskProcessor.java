package exactum.app.cards;

import exactum.app.business.Business;
import exactum.app.business.FindBusinesses;
import exactum.app.installation.BusinessClock;
import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.core.card.NoAnswer;
import exactum.core.card.ProcessorPort;
import exactum.core.ids.BusinessId;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Asks the processor what became of collections of which no notice came. No transaction is open while it answers. */
@Component
public class AskProcessor {
    private static final int MOST = 500;
    private static final int MOST_SILENT = 50;
    private static final Duration NEVER_BEGUN = Duration.ofMinutes(2);
    private static final Duration PATIENCE = Duration.ofSeconds(20);
    private final FindBusinesses businesses;
    private final FindSetup setup;
    private final CollectionStore collections;
    private final Connections connections;
    private final ChargeCard charges;
    private final CaptureAuthorisation captures;
    private final Authorise authorise;
    private final AuthorisationStore authorisations;
    private final KeepCard keep;
    private final SettleSale settle;
    private final BusinessClock clock;
    private final TransactionTemplate transaction;

    AskProcessor(
            FindBusinesses businesses,
            FindSetup setup,
            CollectionStore collections,
            Connections connections,
            ChargeCard charges,
            CaptureAuthorisation captures,
            Authorise authorise,
            AuthorisationStore authorisations,
            KeepCard keep,
            SettleSale settle,
            BusinessClock clock,
            TransactionTemplate transaction) {
        this.businesses = businesses;
        this.setup = setup;
        this.collections = collections;
        this.connections = connections;
        this.charges = charges;
        this.captures = captures;
        this.authorise = authorise;
        this.authorisations = authorisations;
        this.keep = keep;
        this.settle = settle;
        this.clock = clock;
        this.transaction = transaction;
    }

    /** Asks about one; answers whether its state is known now. */
    public boolean ask(Collection collection) {
        if (collection.checkout().authorisation() != null) return captures.ask(collection);
        if (isOnFile(collection)) return charges.ask(collection);
        if (collection.checkout().reference() == null) return false;
        ProcessorAccount account =
                setup.processor(collection.business(), collection.checkout().processor());
        transaction.executeWithoutResult(
                s -> collections.asked(collection.business(), List.of(collection.id()), clock.now()));
        try {
            ProcessorPort.PageState state =
                    connections.to(account).page(collection.checkout().reference());
            transaction.executeWithoutResult(s -> collections.setUnanswered(collection, false));
            if (state.card() != null)
                transaction.executeWithoutResult(
                        s -> keep.onPage(account, collection.checkout().reference(), state.card()));
            if (state.sale() != null) {
                settle.settle(account, collection, state.sale());
                return true;
            }
            transaction.executeWithoutResult(s -> note(collection, state));
            return !state.isOpen();
        } catch (NoAnswer away) {
            transaction.executeWithoutResult(s -> collections.setUnanswered(collection, true));
            return false;
        }
    }

    private void note(Collection collection, ProcessorPort.PageState state) {
        if (state.lastDecline() != null)
            collections.refused(collection, state.lastDecline().words());
        if (!state.isOpen() && collection.state().isLive()) collections.close(collection, CollectionState.WITHDRAWN);
    }

    /** Asks about all of every business that have been without word for a while; answers how many became known. */
    public int askAll() {
        return businesses.all().stream()
                .map(Business::id)
                .mapToInt(this::askAll)
                .sum();
    }

    /** Asks about those of a business that have no answer so far; answers how many became known. */
    public int askUnanswered(BusinessId business) {
        return askAll(business, collections.unanswered(business, MOST));
    }

    /**
     * Asks about all of one business that have been without word for a while, and frees what those hold that were written down and
     * never begun, as when we were killed; answers how many became known.
     */
    public int askAll(BusinessId business) {
        transaction.executeWithoutResult(
                s -> collections.endNeverBegun(business, clock.now().minus(NEVER_BEGUN)));
        authorisations.open(business).forEach(authorise::look);
        return askAll(business, collections.withoutWord(business, clock.now().minus(PATIENCE), MOST_SILENT));
    }

    private int askAll(BusinessId business, List<Collection> all) {
        Map<Boolean, List<Collection>> onFile = all.stream().collect(Collectors.partitioningBy(AskProcessor::isOnFile));
        long others = onFile.get(false).stream().filter(this::ask).count();
        return charges.askAll(business, onFile.get(true)) + (int) others;
    }

    private static boolean isOnFile(Collection c) {
        return c.checkout().authorisation() == null && c.checkout().card() != null;
    }
}
