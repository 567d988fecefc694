package exactum.app.cards;

import exactum.app.database.Ids;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CardId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CollectionId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.ProcessorId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.Semaphore;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Charges cards on file while their holders are away: attempts are written down first, and each is charged once under its own
 * key, whatever happens to the answer.
 */
@Component
public class ChargeOnFile {
    private static final int AT_ONCE = 16;
    private final CollectionStore collections;
    private final OrderCharges orders;
    private final ChargeCard charges;

    ChargeOnFile(CollectionStore collections, OrderCharges orders, ChargeCard charges) {
        this.collections = collections;
        this.orders = orders;
        this.charges = charges;
    }

    /**
     * What is to be charged.
     *
     * @param items how much of which open item
     */
    public record Attempt(
            CustomerId customer,
            DocumentId document,
            Money amount,
            Map<ClaimId, Money> items,
            CardId card,
            ProcessorId processor) {}

    /** Which of the items are being collected already, by card or debit; true for as long as their payers are held. */
    public Set<ClaimId> beingCollected(BusinessId business, List<ClaimId> claims) {
        return collections.beingCollected(business, claims);
    }

    /** Writes attempts down, for items that nobody else collects; from then on each may have been charged. */
    @Transactional(propagation = Propagation.MANDATORY)
    public List<Collection> begin(BusinessId business, List<Attempt> attempts, LocalDate on) {
        List<Collection> begun = attempts.stream()
                .map(a -> new Collection(
                        business,
                        new CollectionId(Ids.next()),
                        a.customer(),
                        a.document(),
                        a.amount(),
                        a.items(),
                        CollectionState.IN_FLIGHT,
                        new Collection.Checkout(a.processor(), null, null, null, a.card(), null, false),
                        null,
                        on))
                .toList();
        collections.insertAll(begun);
        return begun;
    }

    /** What a processor answered to several charges, and is not taken in yet. */
    public static final class Answers {
        private final List<ChargeCard.Heard> heard;

        private Answers(List<ChargeCard.Heard> heard) {
            this.heard = heard;
        }
    }

    /**
     * Charges what was written down, some at once; what the processor does not answer stays to be asked about.
     *
     * @param begun with the numbers that travel with them
     */
    public Answers call(BusinessId business, Map<Collection, String> begun) {
        return new Answers(begun.isEmpty() ? List.of() : all(orders.order(business, begun, false)));
    }

    /** Takes in what was answered. */
    public void take(Answers answers) {
        if (answers.heard.isEmpty()) return;
        try {
            charges.takeAll(answers.heard);
        } catch (RuntimeException oneOfThem) {
            eachAlone(answers.heard);
        }
    }

    /** What fails alone is in flight still, and is asked about. */
    private void eachAlone(List<ChargeCard.Heard> heard) {
        RuntimeException failed = null;
        for (ChargeCard.Heard one : heard) {
            try {
                charges.takeAll(List.of(one));
            } catch (RuntimeException e) {
                failed = e;
            }
        }
        if (failed != null) throw failed;
    }

    /**
     * Takes up charges that were begun and never heard of, as after a kill: each is asked about first, and one that the processor
     * has none of is charged under the same key.
     */
    public void resume(BusinessId business, Map<CollectionId, String> begun) {
        Map<Collection, String> unheard = new LinkedHashMap<>();
        begun.forEach((id, number) -> {
            Collection collection = collections.find(business, id).orElseThrow();
            if (collection.state() == CollectionState.IN_FLIGHT && charges.isNotThere(collection))
                unheard.put(collection, number);
        });
        take(call(business, unheard));
    }

    private List<ChargeCard.Heard> all(List<OrderCharges.Ordered> ordered) {
        var free = new Semaphore(AT_ONCE);
        try (ExecutorService threads = Executors.newVirtualThreadPerTaskExecutor()) {
            List<Callable<ChargeCard.Heard>> calls = ordered.stream()
                    .<Callable<ChargeCard.Heard>>map(o -> () -> {
                        free.acquire();
                        try {
                            return charges.call(o);
                        } finally {
                            free.release();
                        }
                    })
                    .toList();
            var heard = new ArrayList<ChargeCard.Heard>();
            for (Future<ChargeCard.Heard> done : threads.invokeAll(calls)) heard.add(done.get());
            return heard;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("stopped while charging; what was begun is asked about", e);
        } catch (ExecutionException e) {
            throw new IllegalStateException(e.getCause());
        }
    }
}
