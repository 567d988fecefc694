package exactum.app.billing;

import exactum.app.audit.Audit;
import exactum.app.customers.Customer;
import exactum.app.customers.CustomerStore;
import exactum.app.ids.Ids;
import exactum.app.recurring.RecurringInvoice;
import exactum.app.recurring.RecurringStore;
import exactum.app.setup.SetupStore;
import exactum.core.cadence.Occurrence;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Plans a billing run for a date: every occurrence that is to be made on or before it and was not billed yet, missed
 * dates included. The plan is kept as the rehearsal; nothing is issued.
 */
@Component
public class PlanBillingRun {
    private static final int PAGE = 500;
    private final SetupStore setup;
    private final RecurringStore recurring;
    private final CustomerStore customers;
    private final BillingStore runs;

    PlanBillingRun(SetupStore setup, RecurringStore recurring, CustomerStore customers, BillingStore runs) {
        this.setup = setup;
        this.recurring = recurring;
        this.customers = customers;
        this.runs = runs;
    }

    /** Plans and answers the run's id. */
    @Transactional
    public UUID plan(LocalDate date) {
        String who = Audit.who();
        runs.dropRehearsals(who);
        Money total = Money.zero(setup.business().money());
        UUID run = Ids.next();
        runs.insertRun(new BillingRun(run, date, "rehearsed", 0, 0, 0, total, who, null, null, null));
        var maker = new InvoiceMaker(setup);
        int planned = 0;
        UUID after = null;
        for (List<RecurringInvoice> page;
                !(page = recurring.due(date, after, PAGE)).isEmpty();
                after = page.getLast().id()) {
            Map<UUID, Customer> payers = customers.byId(
                    page.stream().map(RecurringInvoice::customerId).toList());
            var items = new ArrayList<PlannedItem>();
            for (RecurringInvoice one : page) {
                for (Occurrence occurrence : one.recurrence()
                        .from(one.nextIndex())
                        .takeWhile(o -> !o.makeOn().isAfter(date))
                        .toList()) {
                    items.add(item(++planned, one, payers.get(one.customerId()), occurrence, maker));
                }
            }
            for (PlannedItem item : items) total = total.plus(item.gross());
            runs.insertItems(run, items);
        }
        runs.setPlan(run, planned, total);
        return run;
    }

    private static PlannedItem item(
            int number, RecurringInvoice one, Customer payer, Occurrence occurrence, InvoiceMaker maker) {
        return new PlannedItem(
                number,
                one.id(),
                one.revision(),
                one.customerId(),
                occurrence.index(),
                occurrence.date(),
                maker.due(one, occurrence.date()),
                maker.totals(one, occurrence.date()).gross(),
                payer.email(),
                "planned",
                null,
                null);
    }
}
