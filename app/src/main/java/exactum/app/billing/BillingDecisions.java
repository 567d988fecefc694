package exactum.app.billing;

import exactum.app.arrangements.FindRecurring;
import exactum.app.arrangements.PrepareRecurring;
import exactum.app.arrangements.RecurringInvoice;
import exactum.app.business.Power;
import exactum.app.daysheet.Decision;
import exactum.app.daysheet.FewDecisions;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.app.web.Texts;
import exactum.app.web.Why;
import exactum.core.cadence.Occurrence;
import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;

/** Recurring invoices whose day to be made has come: those that can be made, and those that something stops. */
@Component
class BillingDecisions extends FewDecisions {
    private static final String KEY = "billing";
    private static final String STOPPED = "billing-stopped";

    /** So many are looked at one by one; of more it is only said how many there are. */
    private static final int LOOKED_AT = 60;

    private static final Duration STANDS = Duration.ofSeconds(5);

    private final FindRecurring recurring;
    private final PrepareRecurring prepare;
    private final Map<BusinessId, Known> known = new ConcurrentHashMap<>();

    BillingDecisions(FindRecurring recurring, PrepareRecurring prepare) {
        super(Station.BILL, KEY, "recurring invoices to be made");
        this.recurring = recurring;
        this.prepare = prepare;
    }

    /** What has come due: how many can be made and since when, and what stops the others. */
    private record Due(int makable, LocalDate since, List<String> stops, boolean unread) {}

    /** Every page counts decisions; what was found stands for some seconds, unless what is waiting changes before. */
    private record Known(FindRecurring.Waiting waiting, LocalDate today, Instant until, Due due) {}

    @Override
    protected List<Decision> decisions(BusinessId business, Wanted wanted) {
        if (!wanted.has(KEY) && !wanted.has(STOPPED)) return List.of();
        Due due = due(business, wanted.today());
        var decisions = new ArrayList<Decision>();
        if (due.makable() > 0 && wanted.has(KEY)) decisions.add(toMake(due));
        if (!due.stops().isEmpty() && wanted.has(STOPPED)) decisions.add(stopped(due, wanted.today()));
        return decisions;
    }

    private static Decision toMake(Due due) {
        return Decision.of(
                KEY,
                Station.BILL,
                "issued",
                Texts.count(due.makable(), "recurring invoice is", "recurring invoices are") + " to be made",
                "",
                due.since(),
                null,
                "/billing-runs",
                Decision.Step.act("Rehearse", "/billing-runs/today", Power.DOCUMENTS));
    }

    private static Decision stopped(Due due, LocalDate today) {
        int count = due.stops().size();
        String why = count == 1 ? due.stops().getFirst() : Texts.count(count, "reason", "reasons");
        String words = due.unread()
                ? Texts.count(count, "recurring invoice waits", "recurring invoices wait") + " for readings"
                : Texts.count(count, "recurring invoice is", "recurring invoices are") + " stopped: " + why;
        return Decision.of(
                STOPPED,
                Station.BILL,
                "overdue",
                words,
                "",
                today,
                null,
                due.unread() ? "/readings" : "/billing-runs",
                due.unread()
                        ? Decision.Step.open("Readings", "/readings")
                        : Decision.Step.act("Rehearse", "/billing-runs/today", Power.DOCUMENTS));
    }

    private Due due(BusinessId business, LocalDate today) {
        FindRecurring.Waiting waiting = recurring.waiting(business, today);
        Known before = known.get(business);
        if (before != null
                && before.waiting().equals(waiting)
                && before.today().equals(today)
                && Instant.now().isBefore(before.until())) return before.due();
        Due due = due(business, waiting, today);
        known.put(business, new Known(waiting, today, Instant.now().plus(STANDS), due));
        return due;
    }

    private Due due(BusinessId business, FindRecurring.Waiting waiting, LocalDate today) {
        if (waiting.count() == 0 || waiting.count() > LOOKED_AT)
            return new Due(waiting.count(), waiting.since(), List.of(), false);
        List<RecurringInvoice> due =
                recurring.due(business, new FindRecurring.Wanted(today, "", null), null, LOOKED_AT);
        PrepareRecurring.Desk desk = prepare.desk(business, due);
        var stops = new ArrayList<String>();
        boolean unread = true;
        int makable = 0;
        for (RecurringInvoice one : due) {
            Refusal stop = stop(desk, one, today);
            if (stop == null) makable++;
            else {
                stops.add(Why.of(stop));
                unread &= stop.code().equals("arrangement.unread");
            }
        }
        return new Due(makable, waiting.since(), stops, unread);
    }

    /** What stops the first of an arrangement that is to be made; null for nothing. */
    private static Refusal stop(PrepareRecurring.Desk desk, RecurringInvoice one, LocalDate today) {
        Occurrence first = one.toMake(today).findFirst().orElse(null);
        try {
            if (first != null) desk.prepare(one, first);
            return null;
        } catch (Refusal stops) {
            return stops;
        }
    }
}
