package exactum.app.settlement;

import exactum.app.business.Power;
import exactum.app.daysheet.Decision;
import exactum.app.daysheet.DecisionSource;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.core.ids.BusinessId;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Customers who have credit on account while something of theirs is open. */
@Component
class CreditDecisions implements DecisionSource {
    static final String KEY = "credit/";
    private final CreditDecisionStore store;

    CreditDecisions(CreditDecisionStore store) {
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
        List<Decision> shown = store.usable(business, wanted).stream()
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
        return new Found(shown, store.count(business, wanted), Found.all(shown).sums(), "/payments?state=on account");
    }
}
