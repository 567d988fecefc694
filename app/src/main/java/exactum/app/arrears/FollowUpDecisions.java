package exactum.app.arrears;

import exactum.app.daysheet.Decision;
import exactum.app.daysheet.ManyDecisions;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.core.ids.BusinessId;
import java.util.List;
import org.springframework.stereotype.Component;

/** What was to be done next about arrears, on its day. */
@Component
class FollowUpDecisions extends ManyDecisions {
    private static final String KEY = "arrears/";
    private final ArrearsListStore store;

    FollowUpDecisions(ArrearsListStore store) {
        super(Station.COLLECT, KEY, "next actions about arrears", "/arrears?sort=action");
        this.store = store;
    }

    @Override
    public boolean isDaily() {
        return true;
    }

    @Override
    public int count(BusinessId business, Wanted wanted) {
        return store.countDue(business, wanted, KEY);
    }

    @Override
    protected List<Decision> shown(BusinessId business, Wanted wanted) {
        return store.due(business, wanted, KEY).stream()
                .map(d -> Decision.of(
                                KEY + d.customer(),
                                Station.COLLECT,
                                "overdue",
                                d.action() + (d.owner().isEmpty() ? "" : ", with " + d.owner()),
                                d.name(),
                                d.on(),
                                null,
                                "/customers/" + d.customer(),
                                Decision.Step.open("Open", "/customers/" + d.customer()))
                        .until(d.on()))
                .toList();
    }
}
