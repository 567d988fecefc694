package exactum.app.settlement;

import exactum.app.daysheet.Decision;
import exactum.app.daysheet.DecisionSource;
import exactum.app.daysheet.Station;
import exactum.core.ids.BusinessId;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Customers who have credit on account while something of theirs is open. */
@Component
class CreditDecisions implements DecisionSource {
    private final CreditDecisionStore store;

    CreditDecisions(CreditDecisionStore store) {
        this.store = store;
    }

    @Override
    public Station station() {
        return Station.COLLECT;
    }

    @Override
    public int count(BusinessId business, LocalDate today) {
        return store.count(business);
    }

    @Override
    public Found find(BusinessId business, LocalDate today, int most) {
        List<Decision> shown = store.usable(business, most).stream()
                .map(u -> Decision.of(
                                "credit/" + u.customer(),
                                Station.COLLECT,
                                "part",
                                "%s on account, while %s is open"
                                        .formatted(u.credit().withCurrency(), u.number()),
                                u.name(),
                                u.since(),
                                u.credit(),
                                "/invoices/" + u.number(),
                                new Decision.Step("Use it", "/invoices/" + u.number() + "/use-credit", true))
                        .about(Set.of(u.document())))
                .toList();
        return new Found(shown, store.count(business), Found.all(shown).sums(), "/payments?state=on account");
    }
}
