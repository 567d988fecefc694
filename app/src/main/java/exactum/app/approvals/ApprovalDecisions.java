package exactum.app.approvals;

import exactum.app.daysheet.Decision;
import exactum.app.daysheet.DecisionSource;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.core.ids.BusinessId;
import org.springframework.stereotype.Component;

/** What waits for a second person. */
@Component
class ApprovalDecisions implements DecisionSource {
    static final String KEY = "approval/";
    private final ApprovalStore store;

    ApprovalDecisions(ApprovalStore store) {
        this.store = store;
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
        return store.countAsked(business, wanted);
    }

    @Override
    public Found find(BusinessId business, Wanted wanted) {
        var shown = store.asked(business, wanted).stream()
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
        return new Found(
                shown, store.countAsked(business, wanted), Found.all(shown).sums(), "/approvals");
    }
}
