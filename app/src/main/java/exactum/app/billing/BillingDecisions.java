package exactum.app.billing;

import exactum.app.arrangements.FindRecurring;
import exactum.app.business.Power;
import exactum.app.daysheet.Decision;
import exactum.app.daysheet.DecisionSource;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import java.util.List;
import org.springframework.stereotype.Component;

/** Recurring invoices whose day to be made has come. */
@Component
class BillingDecisions implements DecisionSource {
    private static final String KEY = "billing";
    private final FindRecurring recurring;

    BillingDecisions(FindRecurring recurring) {
        this.recurring = recurring;
    }

    @Override
    public Station station() {
        return Station.BILL;
    }

    @Override
    public String prefix() {
        return KEY;
    }

    @Override
    public int count(BusinessId business, Wanted wanted) {
        return waits(business, wanted) ? 1 : 0;
    }

    @Override
    public Found find(BusinessId business, Wanted wanted) {
        if (!waits(business, wanted)) return Found.all(List.of());
        FindRecurring.Waiting waiting = recurring.waiting(business, wanted.today());
        return Found.all(List.of(Decision.of(
                KEY,
                Station.BILL,
                "issued",
                Texts.count(waiting.count(), "recurring invoice is", "recurring invoices are") + " to be made",
                "",
                waiting.since(),
                null,
                "/billing-runs",
                Decision.Step.act("Rehearse", "/billing-runs/today", Power.DOCUMENTS))));
    }

    private boolean waits(BusinessId business, Wanted wanted) {
        return wanted.has(KEY) && recurring.waiting(business, wanted.today()).count() > 0;
    }
}
