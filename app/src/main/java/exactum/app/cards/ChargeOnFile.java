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
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Charges cards on file while their holders are away: attempts are written down first, and each is charged once under its own
 * key, whatever happens to the answer.
 */
@Component
public class ChargeOnFile {
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
        return new Answers(begun.isEmpty() ? List.of() : charges.call(orders.order(business, begun, false)));
    }

    /** Takes in what was answered. */
    public void take(Answers answers) {
        charges.takeIn(answers.heard);
    }

    /**
     * Takes up charges that were begun and never heard of, as after a kill: each is asked about first, and one that the processor
     * has none of is charged under the same key.
     */
    public void resume(BusinessId business, Map<CollectionId, String> begun) {
        List<Collection> silent = collections.byId(business, begun.keySet()).values().stream()
                .filter(c -> c.state() == CollectionState.IN_FLIGHT)
                .toList();
        Map<Collection, String> unheard = new LinkedHashMap<>();
        charges.notThere(business, silent).forEach(c -> unheard.put(c, begun.get(c.id())));
        take(call(business, unheard));
    }
}
