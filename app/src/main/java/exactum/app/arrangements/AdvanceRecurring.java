package exactum.app.arrangements;

import exactum.core.cadence.Occurrence;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.RecurringId;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Moves arrangements on as their dates are billed; each date is billed at most once, whoever runs it. */
@Component
public class AdvanceRecurring {
    private final RecurringStore store;

    AdvanceRecurring(RecurringStore store) {
        this.store = store;
    }

    /** An occurrence of a recurring invoice that a document is made for. */
    public record Claim(RecurringId recurring, Occurrence occurrence, DocumentId document) {}

    /** The arrangements as they stand; nobody else can change or bill them until the transaction ends. */
    @Transactional(propagation = Propagation.MANDATORY)
    public Map<RecurringId, RecurringInvoice> lock(BusinessId business, Collection<RecurringId> ids) {
        return store.lock(business, ids);
    }

    /** Claims dates for documents; answers those that nobody had billed. */
    @Transactional(propagation = Propagation.MANDATORY)
    public Set<DocumentId> claim(BusinessId business, List<Claim> claims) {
        return store.claim(business, claims);
    }

    /** Lets each go on with the occurrence of the index; one that has none ends. Not a change of the arrangement. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void advance(BusinessId business, Map<RecurringInvoice, Integer> nextIndexes) {
        if (!nextIndexes.isEmpty()) store.advance(business, nextIndexes);
    }
}
