package exactum.app.settlement;

import exactum.app.business.Power;
import exactum.app.daysheet.Decision;
import exactum.app.daysheet.ManyDecisions;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.core.ids.BusinessId;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Customers who have credit on account while something of theirs is open. */
@Component
class CreditDecisions extends ManyDecisions {
    static final String KEY = "credit/";
    private final CreditDecisionStore store;

    CreditDecisions(CreditDecisionStore store) {
        super(Station.COLLECT, KEY, "credit that could be used", "/payments?state=on account");
        this.store = store;
    }

    @Override
    public int count(BusinessId business, Wanted wanted) {
        return store.count(business, wanted);
    }

    @Override
    protected List<Decision> shown(BusinessId business, Wanted wanted) {
        return store.usable(business, wanted).stream()
                .map(u -> Decision.of(
                                KEY + u.customer(),
                                Station.COLLECT,
                                "part",
                                "%s on account, while %s is open"
                                        .formatted(u.credit().withCurrency(), u.number()),
                                u.name(),
                                u.since(),
                                u.credit(),
                                "/invoices/" + u.number(),
                                Decision.Step.act("Use it", "/invoices/" + u.number() + "/use-credit", Power.PAYMENTS))
                        .about(Set.of(u.document())))
                .toList();
    }
}
