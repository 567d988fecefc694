package exactum.app.arrangements;

import exactum.app.documents.DocumentVoided;
import exactum.app.documents.DraftDeleted;
import exactum.core.ids.RecurringId;
import java.util.List;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** When the draft of an occurrence is deleted, or its invoice becomes void, the period is billed again by the next run, or not. */
@Component
class DraftOfRecurring {
    private final RecurringStore store;

    DraftOfRecurring(RecurringStore store) {
        this.store = store;
    }

    /** A void invoice leaves its period billed, unless it may be billed again. */
    @EventListener
    @Transactional(propagation = Propagation.MANDATORY)
    void voided(DocumentVoided what) {
        RecurringId id = what.document().origin().recurring();
        if (id == null || !what.again()) return;
        RecurringInvoice r = store.lock(what.business(), List.of(id)).get(id);
        store.release(what.business(), what.document().id())
                .ifPresent(period -> store.goBack(what.business(), r, period));
    }

    @EventListener
    @Transactional(propagation = Propagation.MANDATORY)
    void deleted(DraftDeleted what) {
        RecurringId id = what.draft().origin().recurring();
        if (id == null) return;
        RecurringInvoice r = store.lock(what.business(), List.of(id)).get(id);
        store.release(what.business(), what.draft().id()).ifPresent(period -> {
            if (!what.again()) store.skip(what.business(), id, List.of(period), "its draft was deleted");
            else store.goBack(what.business(), r, period);
        });
    }
}
