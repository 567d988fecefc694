package exactum.app.payer;

import exactum.app.customers.FindCustomers;
import exactum.app.daysheet.Decision;
import exactum.app.daysheet.FewDecisions;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.core.ids.BusinessId;
import java.util.List;
import org.springframework.stereotype.Component;

/** Corrections of addresses by payers that nobody looked at. */
@Component
class AddressDecisions extends FewDecisions {
    private static final String KEY = "address/";
    private final AddressWishStore store;
    private final FindCustomers customers;

    AddressDecisions(AddressWishStore store, FindCustomers customers) {
        super(Station.AGREE, KEY, "corrected addresses");
        this.store = store;
        this.customers = customers;
    }

    @Override
    protected List<Decision> decisions(BusinessId business, Wanted wanted) {
        return store.waiting(business).stream()
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
    }
}
