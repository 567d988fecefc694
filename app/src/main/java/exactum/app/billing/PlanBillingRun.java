package exactum.app.billing;

import exactum.app.arrangements.FindRecurring;
import exactum.app.arrangements.PrepareRecurring;
import exactum.app.arrangements.RecurringInvoice;
import exactum.app.audit.Audit;
import exactum.app.database.Ids;
import exactum.app.database.Pages;
import exactum.app.web.NotHere;
import exactum.core.cadence.Occurrence;
import exactum.core.ids.BusinessId;
import exactum.core.ids.RunId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Plans a billing run for a date: every occurrence that is to be made on or before it and was not billed yet, missed dates
 * included. The plan is kept as the rehearsal, page by page; nothing is issued. An item that cannot be made is planned with its
 * reason. Killed half-way, it is planned again from the start.
 */
@Component
public class PlanBillingRun {
    private static final int PAGE = 500;
    private final FindRecurring recurring;
    private final PrepareRecurring prepare;
    private final RunStore runs;
    private final TransactionTemplate transaction;

    PlanBillingRun(FindRecurring recurring, PrepareRecurring prepare, RunStore runs, TransactionTemplate transaction) {
        this.recurring = recurring;
        this.prepare = prepare;
        this.runs = runs;
        this.transaction = transaction;
    }

    /**
     * Begins a plan in place of the person's earlier ones that were never committed.
     *
     * @param words of the name or reference of an arrangement, or of the customer; empty for all
     * @param group of customers, or null for all
     */
    @Transactional
    public RunId begin(BusinessId business, LocalDate date, String words, UUID group) {
        String who = Audit.who();
        runs.dropRehearsals(business, who);
        var run = new RunId(Ids.next());
        runs.insert(business, run, date, new BillingRun.Filter(words, group), who);
        return run;
    }

    /** Plans what was begun. */
    public void plan(BusinessId business, RunId id) {
        BillingRun run = runs.find(business, id).orElseThrow(NotHere::new);
        if (run.state() != RunState.PLANNING) return;
        transaction.executeWithoutResult(s -> runs.clearPlan(business, id));
        var sums = new Sums();
        Pages.<RecurringInvoice, List<PlannedItem>>each(
                after -> recurring.due(business, wanted(run), after == null ? null : after.id(), PAGE),
                page -> items(business, run.date(), page),
                items -> {
                    List<PlannedItem> numbered = items.stream().map(sums::add).toList();
                    transaction.executeWithoutResult(s -> {
                        runs.insertItems(business, id, numbered);
                        runs.setPlanned(business, id, sums.planned, sums.leftOut);
                    });
                });
        transaction.executeWithoutResult(s -> runs.setRehearsed(business, id, sums.totals, sums.counts));
    }

    private static FindRecurring.Wanted wanted(BillingRun run) {
        return new FindRecurring.Wanted(
                run.date(), run.filter().words(), run.filter().group());
    }

    /** What the plan comes to so far. */
    private static final class Sums {
        private final Map<Currency, Money> totals = new LinkedHashMap<>();
        private final Map<Currency, Integer> counts = new LinkedHashMap<>();
        private int planned;
        private int leftOut;

        /** Counts the item in; answers it with its number. */
        private PlannedItem add(PlannedItem item) {
            planned++;
            if (item.facts() == null) {
                leftOut++;
            } else {
                totals.merge(item.currency(), item.facts().gross(), Money::plus);
                counts.merge(item.currency(), 1, Integer::sum);
            }
            return item.numbered(planned);
        }
    }

    private List<PlannedItem> items(BusinessId business, LocalDate date, List<RecurringInvoice> page) {
        PrepareRecurring.Desk desk = prepare.desk(business, page);
        var items = new ArrayList<PlannedItem>();
        for (RecurringInvoice one : page)
            one.toMake(date).forEach(occurrence -> items.add(item(one, occurrence, desk)));
        return items;
    }

    private static PlannedItem item(RecurringInvoice one, Occurrence occurrence, PrepareRecurring.Desk desk) {
        Facts facts = null;
        String leftOut = null;
        try {
            facts = Facts.of(desk.prepare(one, occurrence));
        } catch (Refusal cannotBeMade) {
            leftOut = cannotBeMade.sentence();
        }
        return new PlannedItem(
                0,
                one.id(),
                one.revision(),
                one.customer(),
                occurrence.index(),
                occurrence.date(),
                one.content().currency(),
                facts,
                leftOut);
    }
}
