package exactum.app.arrears;

import exactum.app.business.Power;
import exactum.app.daysheet.Decision;
import exactum.app.daysheet.ManyDecisions;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.core.ids.BusinessId;
import java.util.List;
import org.springframework.stereotype.Component;

/** Invoices that somebody waited for, once they are paid in full; the step says that it is done. */
@Component
class PaidDecisions extends ManyDecisions {
    static final String KEY = "paid-in-full/";
    private final PaidStore store;

    PaidDecisions(PaidStore store) {
        super(Station.COLLECT, KEY, "invoices paid that somebody waited for", "/invoices?standing=PAID");
        this.store = store;
    }

    @Override
    public int count(BusinessId business, Wanted wanted) {
        return store.countPaid(business, wanted);
    }

    @Override
    protected List<Decision> shown(BusinessId business, Wanted wanted) {
        return store.paid(business, wanted).stream()
                .map(p -> Decision.of(
                        KEY + p.document(),
                        Station.COLLECT,
                        "paid",
                        p.number() + " is paid in full: " + p.what(),
                        p.customer(),
                        p.on(),
                        p.gross(),
                        "/invoices/" + p.number(),
                        Decision.Step.act("Done", "/invoices/" + p.number() + "/paid-seen", Power.PAYMENTS)))
                .toList();
    }
}
