package exactum.app.arrangements;

import exactum.app.audit.Audit;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.documents.IssueDocuments;
import exactum.app.documents.PrepareDocuments;
import exactum.core.cadence.Recurrence;
import exactum.core.ids.BusinessId;
import exactum.core.ids.RecurringId;
import exactum.core.problem.Refusal;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Saves a new or changed recurring invoice, whose next invoice has been prepared once, so that what is saved can be billed. */
@Component
public class SaveRecurring {
    private final RecurringStore store;
    private final FindCustomers customers;
    private final PrepareDocuments prepare;
    private final Audit audit;

    SaveRecurring(RecurringStore store, FindCustomers customers, PrepareDocuments prepare, Audit audit) {
        this.store = store;
        this.customers = customers;
        this.prepare = prepare;
        this.audit = audit;
    }

    /** Saves a new one; the same that comes again under the same id is saved once. */
    @Transactional
    public void add(BusinessId business, RecurringInvoice r) {
        requirePlannable(business, r);
        if (store.insert(business, r)) {
            audit.record(business, "agreed a recurring invoice", r.name());
        } else if (store.find(business, r.id()).filter(r::agreesWith).isEmpty()) {
            throw new Refusal(
                    "recurring.saved-otherwise",
                    "This paper was saved from another window and differs there. Nothing was saved; what you typed still stands here. Start over to make it another one.");
        }
    }

    /**
     * Saves a changed one, unless somebody changed it since it was shown. What was billed stays billed: it goes on with
     * the first date of its cadence after the last one billed, and one that had ended begins again if that date is
     * within its end.
     */
    @Transactional
    public void change(BusinessId business, RecurringInvoice r) {
        if (store.lock(business, List.of(r.id())).isEmpty()) throw changed();
        RecurringState state = r.state() == RecurringState.ENDED ? RecurringState.ACTIVE : r.state();
        RecurringInvoice goingOn = r.goingOn(state, nextIndex(business, r.id(), r.recurrence()));
        requirePlannable(business, goingOn);
        if (!store.update(business, goingOn)) throw changed();
        audit.record(business, "changed a recurring invoice", r.name());
    }

    /** The occurrence that is billed next, if the arrangement recurs like that. */
    public int nextIndex(BusinessId business, RecurringId id, Recurrence recurrence) {
        return store.lastBilled(business, id).map(recurrence::indexAfter).orElse(0);
    }

    /** Pauses it, or resumes it; dates missed meanwhile are caught up by the next billing run. */
    @Transactional
    public void setPaused(BusinessId business, RecurringId id, int revision, boolean paused) {
        RecurringState state = paused ? RecurringState.PAUSED : RecurringState.ACTIVE;
        if (!store.setState(business, id, revision, state)) throw changed();
        audit.record(business, paused ? "paused a recurring invoice" : "resumed a recurring invoice", id.toString());
    }

    private void requirePlannable(BusinessId business, RecurringInvoice r) {
        Customer customer = customers
                .find(business, r.customer())
                .orElseThrow(() -> new Refusal(
                        "recurring.no-customer",
                        "Choose a customer first. Nothing was saved; what you typed still stands here."));
        if (!customer.currency().equals(r.content().currency())) {
            throw new Refusal(
                    "recurring.currency",
                    "%s is a customer in %s, and the lines are in %s. Nothing was saved; what you typed still stands here."
                            .formatted(
                                    customer.name(),
                                    customer.currency(),
                                    r.content().currency()));
        }
        r.recurrence()
                .occurrence(r.nextIndex())
                .ifPresent(next -> prepare.desk(business).prepare(r.draft(IssueDocuments.newId(), next)));
    }

    private static Refusal changed() {
        return new Refusal(
                "recurring.changed",
                "Somebody changed this recurring invoice meanwhile. Yours was not saved; it still stands here. Open it in another tab to compare.");
    }
}
