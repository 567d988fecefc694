package exactum.app.documents;

import exactum.app.daysheet.Decision;
import exactum.app.daysheet.ManyDecisions;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Invoices that are due and that we collect, while there is nothing to collect them over. */
@Component
class CollectDecisions extends ManyDecisions {
    static final String KEY = "to-collect/";
    private final CollectStore store;

    CollectDecisions(CollectStore store) {
        super(Station.COLLECT, KEY, "invoices to collect", "/invoices");
        this.store = store;
    }

    @Override
    public int count(BusinessId business, Wanted wanted) {
        return store.count(business, wanted);
    }

    @Override
    protected List<Decision> shown(BusinessId business, Wanted wanted) {
        return store.find(business, wanted).stream()
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
    }

    @Override
    protected List<Money> sums(BusinessId business, Wanted wanted, List<Decision> shown) {
        return store.sums(business, wanted);
    }
}
