package exactum.app.cards;

import exactum.app.customers.FindCustomers;
import exactum.app.daysheet.Decision;
import exactum.app.daysheet.FewDecisions;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Component;

/** Authorisations of which something lapses soon, or could not be taken. */
@Component
class AuthorisationDecisions extends FewDecisions {
    private static final String KEY = "authorised/";
    private static final int DAYS_BEFORE = 2;
    private final AuthorisationStore store;
    private final FindCustomers customers;

    AuthorisationDecisions(AuthorisationStore store, FindCustomers customers) {
        super(Station.COLLECT, KEY, "authorisations that lapse");
        this.store = store;
        this.customers = customers;
    }

    @Override
    public boolean isDaily() {
        return true;
    }

    @Override
    protected List<Decision> decisions(BusinessId business, Wanted wanted) {
        LocalDate today = wanted.today();
        return store.open(business).stream()
                .filter(a -> a.rest(today).isPositive())
                .filter(a -> a.said().reason() != null
                        || !today.isBefore(a.said().validUntil().minusDays(DAYS_BEFORE)))
                .filter(a -> wanted.has(KEY + a.id()))
                .map(a -> Decision.of(
                                KEY + a.id(),
                                Station.COLLECT,
                                a.said().reason() == null ? "part" : "back",
                                a.said().reason() == null
                                        ? "What a card is authorised for %s lapses after %s"
                                                .formatted(
                                                        a.reference(),
                                                        Texts.day(a.said().validUntil()))
                                        : "What a card is authorised for %s was not taken: %s"
                                                .formatted(
                                                        a.reference(), a.said().reason()),
                                customers.get(business, a.customer()).name(),
                                a.said().validUntil(),
                                a.rest(today),
                                "/authorisations/" + a.id(),
                                Decision.Step.open("Take it or let it go", "/authorisations/" + a.id()))
                        .until(a.said().validUntil()))
                .toList();
    }
}
