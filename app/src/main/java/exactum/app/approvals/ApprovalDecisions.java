package exactum.app.approvals;

import exactum.app.daysheet.Decision;
import exactum.app.daysheet.ManyDecisions;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.core.ids.BusinessId;
import java.util.List;
import org.springframework.stereotype.Component;

/** What waits for a second person. */
@Component
class ApprovalDecisions extends ManyDecisions {
    static final String KEY = "approval/";
    private final ApprovalStore store;

    ApprovalDecisions(ApprovalStore store) {
        super(Station.BILL, KEY, "what waits for a second person", "/approvals");
        this.store = store;
    }

    @Override
    public int count(BusinessId business, Wanted wanted) {
        return store.countAsked(business, wanted);
    }

    @Override
    protected List<Decision> shown(BusinessId business, Wanted wanted) {
        return store.asked(business, wanted).stream()
                .map(a -> Decision.of(
                        KEY + a.id(),
                        Station.BILL,
                        "part",
                        "A second person is needed: " + a.words(),
                        "asked by " + a.askedBy(),
                        a.askedOn(),
                        a.amount(),
                        a.href(),
                        Decision.Step.open("Look", a.href())))
                .toList();
    }
}
