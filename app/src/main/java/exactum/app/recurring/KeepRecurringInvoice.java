package exactum.app.recurring;

import exactum.app.audit.Audit;
import exactum.app.customers.CustomerStore;
import exactum.app.ids.Ids;
import exactum.app.setup.SetupStore;
import exactum.core.cadence.Recurrence;
import exactum.core.problem.Refusal;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Keeps a new or changed recurring invoice. */
@Component
public class KeepRecurringInvoice {
    private final RecurringStore store;
    private final CustomerStore customers;
    private final SetupStore setup;
    private final Audit audit;

    KeepRecurringInvoice(RecurringStore store, CustomerStore customers, SetupStore setup, Audit audit) {
        this.store = store;
        this.customers = customers;
        this.setup = setup;
        this.audit = audit;
    }

    /** Keeps a new one and answers its id; one that comes again under the same id is kept once. */
    @Transactional
    public UUID add(RecurringInvoice r) {
        requireCustomer(r);
        RecurringInvoice one = r.id() == null ? r.withId(Ids.next()) : r;
        if (store.insert(one)) {
            audit.record("agreed a recurring invoice", one.name());
        } else if (store.find(one.id()).filter(one::agreesWith).isEmpty()) {
            throw new Refusal(
                    "recurring.kept-otherwise",
                    "This paper was kept from another window and reads otherwise there. Nothing was kept; what you typed still stands here. Start afresh to make it another one.");
        }
        return one.id();
    }

    /**
     * Keeps a changed one, unless somebody changed it since it was shown. What was billed stays billed: it goes on with
     * the first date of its cadence after the last one billed, and one that had ended begins again if that date is
     * within its end.
     */
    @Transactional
    public void change(RecurringInvoice r) {
        requireCustomer(r);
        if (store.lock(List.of(r.id())).isEmpty()) throw changed();
        String state = r.state().equals("ended") ? "active" : r.state();
        if (!store.update(r.goingOn(state, nextIndex(r.id(), r.recurrence())))) throw changed();
        audit.record("changed a recurring invoice", r.name());
    }

    /** The occurrence that is billed next, if the arrangement recurs like that. */
    public int nextIndex(UUID id, Recurrence recurrence) {
        return store.lastBilled(id).map(recurrence::indexAfter).orElse(0);
    }

    /** Pauses it, or lets it go on; dates missed meanwhile are caught up by the next billing run. */
    @Transactional
    public void setPaused(UUID id, int revision, boolean paused) {
        if (!store.setState(id, revision, paused ? "paused" : "active")) throw changed();
        audit.record(paused ? "paused a recurring invoice" : "resumed a recurring invoice", id.toString());
    }

    private void requireCustomer(RecurringInvoice r) {
        var customer = customers
                .find(r.customerId())
                .orElseThrow(() -> new Refusal(
                        "recurring.no-customer",
                        "Choose a customer first. Nothing was kept; what you typed still stands here."));
        String billedIn = setup.business().currency();
        if (!customer.currency().equals(billedIn)) {
            throw new Refusal(
                    "recurring.currency",
                    "%s is a customer in %s, and we bill in %s only. Nothing was kept; what you typed still stands here."
                            .formatted(customer.name(), customer.currency(), billedIn));
        }
    }

    private static Refusal changed() {
        return new Refusal(
                "recurring.changed",
                "Somebody changed this recurring invoice meanwhile. Yours was not kept; it still stands here. Open it in another tab to compare.");
    }
}
