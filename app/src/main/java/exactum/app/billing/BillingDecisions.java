package exactum.app.billing;

import exactum.app.arrangements.FindRecurring;
import exactum.app.daysheet.Decision;
import exactum.app.daysheet.DecisionSource;
import exactum.app.daysheet.Station;
import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Component;

/** Recurring invoices whose day to be made has come. */
@Component
class BillingDecisions implements DecisionSource {
    private final FindRecurring recurring;

    BillingDecisions(FindRecurring recurring) {
        this.recurring = recurring;
    }

    @Override
    public Station station() {
        return Station.BILL;
    }

    @Override
    public int count(BusinessId business, LocalDate today) {
        return recurring.waiting(business, today).count() == 0 ? 0 : 1;
    }

    @Override
    public Found find(BusinessId business, LocalDate today, int most) {
        FindRecurring.Waiting waiting = recurring.waiting(business, today);
        if (waiting.count() == 0) return Found.all(List.of());
        return Found.all(List.of(Decision.of(
                "billing",
                Station.BILL,
                "issued",
                Texts.count(waiting.count(), "recurring invoice is", "recurring invoices are") + " to be made",
                "",
                waiting.since(),
                null,
                "/billing-runs",
                new Decision.Step("Rehearse", "/billing-runs/today", true))));
    }
}
