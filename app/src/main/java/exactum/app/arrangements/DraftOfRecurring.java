package exactum.app.arrangements;

import exactum.app.documents.CreditDocument;
import exactum.app.documents.DocumentIssued;
import exactum.app.documents.DocumentVoided;
import exactum.app.documents.DraftDeleted;
import exactum.app.documents.FindDocuments;
import exactum.app.documents.Particulars;
import exactum.core.ids.DocumentId;
import exactum.core.ids.RecurringId;
import exactum.core.problem.Refusal;
import java.util.List;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** When the draft of an occurrence is deleted, or its invoice becomes void or is credited, the period is billed again by the next run, or not. */
@Component
class DraftOfRecurring {
    private final RecurringStore store;
    private final FindDocuments documents;
    private final CreditDocument credits;

    DraftOfRecurring(RecurringStore store, FindDocuments documents, CreditDocument credits) {
        this.store = store;
        this.documents = documents;
        this.credits = credits;
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

    /** A credit note over all that was billed frees the period where that was said. */
    @EventListener
    @Transactional(propagation = Propagation.MANDATORY)
    void credited(DocumentIssued what) {
        Particulars.Back back = what.document().draft().particulars().back();
        if (back == null || !back.again()) return;
        DocumentId credited = what.document().draft().origin().credited();
        RecurringId id = documents.get(what.business(), credited).origin().recurring();
        if (id == null) return;
        if (!credits.of(what.business(), credited).left().isZero())
            throw new Refusal(
                    "credit-note.again",
                    "The date can be billed again only where all of it is credited. Nothing was issued. Credit the rest as well, or leave the date billed.");
        RecurringInvoice r = store.lock(what.business(), List.of(id)).get(id);
        store.release(what.business(), credited).ifPresent(period -> store.goBack(what.business(), r, period));
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
