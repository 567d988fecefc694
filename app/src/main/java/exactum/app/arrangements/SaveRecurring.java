package exactum.app.arrangements;

import exactum.app.audit.Audit;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.web.Texts;
import exactum.core.cadence.Occurrence;
import exactum.core.cadence.Recurrence;
import exactum.core.cadence.ServicePeriod;
import exactum.core.ids.BusinessId;
import exactum.core.ids.RecurringId;
import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Saves a new or changed recurring invoice, whose next invoice has been prepared once, so that what is saved can be billed. */
@Component
public class SaveRecurring {
    private final RecurringStore store;
    private final FindCustomers customers;
    private final PrepareRecurring prepare;
    private final Audit audit;

    SaveRecurring(RecurringStore store, FindCustomers customers, PrepareRecurring prepare, Audit audit) {
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
     * Saves a changed one, unless somebody changed it since it was shown. What was billed stays billed: it goes on with the
     * day after the last one billed, and one that had ended begins again if that is within its end. A cadence that would bill
     * some of those days again, or leave days out, is refused unless parts of periods are charged, which closes both.
     */
    @Transactional
    public void change(BusinessId business, RecurringInvoice r) {
        RecurringInvoice before = store.lock(business, List.of(r.id())).get(r.id());
        if (before == null) throw changed();
        RecurringInvoice goingOn = goingOn(business, before, r);
        requireSeamless(goingOn);
        requirePlannable(business, goingOn);
        if (!store.update(business, goingOn)) throw changed();
        audit.record(business, "changed a recurring invoice", r.name());
    }

    /** The changed arrangement as it would go on after what was billed of it as it was. */
    public RecurringInvoice goingOn(BusinessId business, RecurringInvoice before, RecurringInvoice changed) {
        RecurringInvoice.Progress stood = before.progress();
        RecurringState state = stood.state() == RecurringState.ENDED ? RecurringState.ACTIVE : stood.state();
        Recurrence.Before earlier = before.recurrence().before();
        Recurrence typed = changed.recurrence().after(earlier);
        Optional<LocalDate> until = store.billedUntil(business, before.id());
        if (until.isEmpty()) return changed.recurring(typed).at(stood.in(state).at(0));
        boolean seamless = typed.ending(new Recurrence.End.Never())
                .occurrence(stood.nextIndex())
                .filter(o -> o.period().from().equals(until.get()))
                .isPresent();
        if (seamless) return changed.recurring(typed).at(stood.in(state));
        var billed = new Recurrence.Before(until.get(), earlier.invoices() + stood.nextIndex());
        return changed.recurring(typed.after(billed)).at(stood.in(state).at(0));
    }

    private static void requireSeamless(RecurringInvoice r) {
        long apart = r.recurrence().daysApart();
        if (apart == 0) return;
        LocalDate billed = r.recurrence().before().until();
        LocalDate first = billed.plusDays(apart);
        String days = new ServicePeriod(apart > 0 ? billed : first, apart > 0 ? first : billed).words();
        throw new Refusal(
                "recurring.not-seamless",
                apart > 0
                        ? "Billed is all up to %s, and this would go on with %s: %s would never be billed. Nothing was saved; what you typed still stands here. Charge parts of periods by days, or let it start on %s."
                                .formatted(Texts.day(billed.minusDays(1)), Texts.day(first), days, Texts.day(billed))
                        : "Billed is all up to %s, and this would go on with %s: %s would be billed twice. Nothing was saved; what you typed still stands here. Charge parts of periods by days, or let it start on %s."
                                .formatted(Texts.day(billed.minusDays(1)), Texts.day(first), days, Texts.day(billed)));
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
        r.next().ifPresent(next -> requirePrepared(business, r, next));
    }

    /** Its next invoice as far as it can be told before anything is read. */
    private void requirePrepared(BusinessId business, RecurringInvoice r, Occurrence next) {
        prepare.desk(business, List.of(r)).prepareAsIfRead(r, next);
    }

    private static Refusal changed() {
        return new Refusal(
                "recurring.changed",
                "Somebody changed this recurring invoice meanwhile. Yours was not saved; it still stands here. Open it in another tab to compare.");
    }

    RecurringInvoice locked(BusinessId business, RecurringId id, int revision) {
        RecurringInvoice r = store.lock(business, List.of(id)).get(id);
        if (r == null || r.revision() != revision) throw changed();
        return r;
    }
}
