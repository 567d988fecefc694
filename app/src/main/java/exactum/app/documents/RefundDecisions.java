package exactum.app.documents;

import exactum.app.daysheet.Decision;
import exactum.app.daysheet.ManyDecisions;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.core.ids.BusinessId;
import java.util.List;
import org.springframework.stereotype.Component;

/** Credit notes of which something is to be refunded, as was said when they were made. */
@Component
class RefundDecisions extends ManyDecisions {
    static final String KEY = "to-refund/";
    private final RefundDecisionStore store;

    RefundDecisions(RefundDecisionStore store) {
        super(Station.COLLECT, KEY, "credit notes to refund", "/invoices?standing=ON_ACCOUNT");
        this.store = store;
    }

    @Override
    public int count(BusinessId business, Wanted wanted) {
        return store.count(business, wanted);
    }

    @Override
    protected List<Decision> shown(BusinessId business, Wanted wanted) {
        return store.find(business, wanted).stream()
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
    }
}
