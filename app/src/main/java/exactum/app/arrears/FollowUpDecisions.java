package exactum.app.arrears;

import exactum.app.daysheet.Decision;
import exactum.app.daysheet.DecisionSource;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.core.ids.BusinessId;
import org.springframework.stereotype.Component;

/** What was to be done next about arrears, on its day. */
@Component
class FollowUpDecisions implements DecisionSource {
    private static final String KEY = "arrears/";
    private final ArrearsListStore store;

    FollowUpDecisions(ArrearsListStore store) {
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
        return store.countDue(business, wanted, KEY);
    }

    @Override
    public Found find(BusinessId business, Wanted wanted) {
        var shown = store.due(business, wanted, KEY).stream()
                .map(d -> Decision.of(
                        KEY + d.customer(),
                        Station.COLLECT,
                        "overdue",
                        d.action() + (d.owner().isEmpty() ? "" : ", with " + d.owner()),
                        d.name(),
                        d.on(),
                        null,
                        "/customers/" + d.customer(),
                        Decision.Step.open("Open", "/customers/" + d.customer())))
                .toList();
        return new Found(
                shown, store.countDue(business, wanted, KEY), Found.all(shown).sums(), "/arrears?sort=action");
    }
}
