package exactum.app.documents;

import exactum.app.daysheet.Decision;
import exactum.app.daysheet.DecisionSource;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.core.ids.BusinessId;
import org.springframework.stereotype.Component;

/** Credit notes of which something is to be refunded, as was said when they were made. */
@Component
class RefundDecisions implements DecisionSource {
    static final String KEY = "to-refund/";
    private final RefundDecisionStore store;

    RefundDecisions(RefundDecisionStore store) {
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
        return store.count(business, wanted);
    }

    @Override
    public Found find(BusinessId business, Wanted wanted) {
        var shown = store.find(business, wanted).stream()
                .map(r -> Decision.of(
                        KEY + r.means(),
                        Station.COLLECT,
                        "back",
                        r.number() + " is to be refunded",
                        r.customer(),
                        r.on(),
                        r.left(),
                        "/held-money/" + r.means(),
                        Decision.Step.open("Refund", "/held-money/" + r.means())))
                .toList();
        return new Found(
                shown, store.count(business, wanted), Found.all(shown).sums(), "/invoices?standing=ON_ACCOUNT");
    }
}
