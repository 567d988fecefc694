package exactum.app.recurring;

import exactum.app.audit.Audit;
import exactum.app.customers.CustomerStore;
import exactum.app.ids.Ids;
import exactum.core.problem.Refusal;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Keeps a new or changed recurring invoice. */
@Component
public class KeepRecurringInvoice {
    private final RecurringStore store;
    private final CustomerStore customers;
    private final Audit audit;

    KeepRecurringInvoice(RecurringStore store, CustomerStore customers, Audit audit) {
        this.store = store;
        this.customers = customers;
        this.audit = audit;
    }

    /** Keeps a new one and answers its id. */
    @Transactional
    public UUID add(RecurringInvoice r) {
        requireCustomer(r);
        UUID id = Ids.next();
        store.insert(new RecurringInvoice(
                id,
                r.name(),
                r.customerId(),
                r.recurrence(),
                r.termsId(),
                r.theirReference(),
                r.memo(),
                r.currency(),
                "active",
                0,
                1,
                r.lines()));
        audit.record("agreed a recurring invoice", r.name());
        return id;
    }

    /** Keeps a changed one, unless somebody changed it since it was shown. What was billed already stays billed. */
    @Transactional
    public void change(RecurringInvoice r) {
        requireCustomer(r);
        if (!store.update(r)) throw changed();
        audit.record("changed a recurring invoice", r.name());
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
        if (!customer.currency().equals(r.currency().getCurrencyCode())) {
            throw new Refusal(
                    "recurring.currency",
                    "%s is billed in %s, this is in %s. Nothing was kept."
                            .formatted(customer.name(), customer.currency(), r.currency()));
        }
    }

    private static Refusal changed() {
        return new Refusal(
                "recurring.changed",
                "Somebody changed this recurring invoice meanwhile. Yours was not kept; it still stands here. Open it in another tab to compare.");
    }
}
