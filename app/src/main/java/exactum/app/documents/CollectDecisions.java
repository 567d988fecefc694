package exactum.app.documents;

import exactum.app.daysheet.Decision;
import exactum.app.daysheet.DecisionSource;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.core.ids.BusinessId;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Invoices that are due and that we collect, while there is nothing to collect them over. */
@Component
class CollectDecisions implements DecisionSource {
    static final String KEY = "to-collect/";
    private final CollectStore store;

    CollectDecisions(CollectStore store) {
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
                .map(d -> Decision.of(
                                KEY + d.id(),
                                Station.COLLECT,
                                "issued",
                                d.number() + " is due, and we collect it",
                                d.customer(),
                                d.due(),
                                d.amount(),
                                "/invoices/" + d.number(),
                                Decision.Step.open("Collect it", "/invoices/" + d.number()))
                        .about(Set.of(d.id())))
                .toList();
        return new Found(shown, store.count(business, wanted), store.sums(business, wanted), "/invoices");
    }
}
