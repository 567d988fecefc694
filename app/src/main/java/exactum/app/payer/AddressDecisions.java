package exactum.app.payer;

import exactum.app.customers.FindCustomers;
import exactum.app.daysheet.Decision;
import exactum.app.daysheet.DecisionSource;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.core.ids.BusinessId;
import java.util.List;
import org.springframework.stereotype.Component;

/** Corrections of addresses by payers that nobody looked at. */
@Component
class AddressDecisions implements DecisionSource {
    private static final String KEY = "address/";
    private final AddressWishStore store;
    private final FindCustomers customers;

    AddressDecisions(AddressWishStore store, FindCustomers customers) {
        this.store = store;
        this.customers = customers;
    }

    @Override
    public Station station() {
        return Station.AGREE;
    }

    @Override
    public String prefix() {
        return KEY;
    }

    @Override
    public int count(BusinessId business, Wanted wanted) {
        return find(business, wanted).count();
    }

    @Override
    public Found find(BusinessId business, Wanted wanted) {
        List<Decision> all = store.waiting(business).stream()
                .filter(w -> wanted.has(KEY + w.id()))
                .map(w -> Decision.of(
                        KEY + w.id(),
                        Station.AGREE,
                        "part",
                        "A payer corrects their address",
                        customers.get(business, w.customer()).name(),
                        w.askedOn(),
                        null,
                        "/addresses/" + w.id(),
                        Decision.Step.open("Compare", "/addresses/" + w.id())))
                .toList();
        return Found.all(all);
    }
}
