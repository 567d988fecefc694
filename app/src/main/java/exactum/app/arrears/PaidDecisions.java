package exactum.app.arrears;

import exactum.app.business.Power;
import exactum.app.daysheet.Decision;
import exactum.app.daysheet.DecisionSource;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.core.ids.BusinessId;
import org.springframework.stereotype.Component;

/** Invoices that somebody waited for, once they are paid in full; the step says that it is done. */
@Component
class PaidDecisions implements DecisionSource {
    static final String KEY = "paid-in-full/";
    private final PaidStore store;

    PaidDecisions(PaidStore store) {
        this.store = store;
    }

    @Override
    public Station station() {
        return Station.COLLECT;
    }

    @Override
    public String prefix() {
        return KEY;
    }

    @Override
    public int count(BusinessId business, Wanted wanted) {
        return store.countPaid(business, wanted);
    }

    @Override
    public Found find(BusinessId business, Wanted wanted) {
        var shown = store.paid(business, wanted).stream()
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
        return new Found(
                shown, store.countPaid(business, wanted), Found.all(shown).sums(), "/invoices?standing=PAID");
    }
}
