package exactum.app.cards;

import exactum.app.clock.BusinessClock;
import exactum.app.setup.ProcessorAccount;
import exactum.app.setup.SetupStore;
import java.time.Duration;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.web.client.RestClientException;

/** Asks the processor what became of collections of which no notice came. */
@Component
public class AskProcessor {
    private static final Duration PATIENCE = Duration.ofSeconds(20);
    private final SetupStore setup;
    private final CollectionStore collections;
    private final Processor processor;
    private final SettleSale settle;
    private final BusinessClock clock;

    AskProcessor(
            SetupStore setup,
            CollectionStore collections,
            Processor processor,
            SettleSale settle,
            BusinessClock clock) {
        this.setup = setup;
        this.collections = collections;
        this.processor = processor;
        this.settle = settle;
        this.clock = clock;
    }

    /** Asks about one; answers whether its state is known now. */
    public boolean ask(Collection collection) {
        if (collection.checkoutRef() == null) return false;
        ProcessorAccount account = setup.processor(collection.processorId());
        collections.asked(collection.id(), clock.now());
        try {
            Processor.CheckoutState state = processor.checkout(account, collection.checkoutRef());
            if (state.sale() != null) {
                settle.settle(account, collection, state.sale());
                return true;
            }
            if (!state.open()) {
                collections.closed(collection.id(), "withdrawn", state.lastDecline());
                return true;
            }
            if (state.lastDecline() != null) collections.refused(collection.id(), state.lastDecline());
            return false;
        } catch (RestClientException unreachable) {
            return false;
        }
    }

    /** Asks about all that have been without word for a while; answers how many became known. */
    public int askAll() {
        List<Collection> silent = collections.withoutWord(clock.now().minus(PATIENCE), 50);
        return (int) silent.stream().filter(this::ask).count();
    }
}
