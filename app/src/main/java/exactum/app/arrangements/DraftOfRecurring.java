package exactum.app.arrangements;

import exactum.app.documents.DraftDeleted;
import exactum.core.ids.RecurringId;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** When the draft of an occurrence is deleted, the period is billed again by the next run, or left out. */
@Component
class DraftOfRecurring {
    private final RecurringStore store;

    DraftOfRecurring(RecurringStore store) {
        this.store = store;
    }

    @EventListener
    @Transactional(propagation = Propagation.MANDATORY)
    void deleted(DraftDeleted what) {
        RecurringId id = what.draft().origin().recurring();
        if (id == null) return;
        RecurringInvoice r = store.lock(what.business(), java.util.List.of(id)).get(id);
        store.release(what.business(), what.draft().id()).ifPresent(period -> {
            if (!what.again()) store.skip(what.business(), id, java.util.List.of(period), "its draft was deleted");
            else store.goBack(what.business(), r, period);
        });
    }
}
