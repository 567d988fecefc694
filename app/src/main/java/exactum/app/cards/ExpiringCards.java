package exactum.app.cards;

import exactum.app.customers.FindCustomers;
import exactum.app.daysheet.Decision;
import exactum.app.daysheet.DecisionSource;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.core.card.CardExpiry;
import exactum.core.ids.BusinessId;
import java.util.List;
import org.springframework.stereotype.Component;

/** Cards on file that are good no more soon, or since lately, while their holders have no other. */
@Component
class ExpiringCards implements DecisionSource {
    private static final String KEY = "card-expires/";
    private final CardStore cards;
    private final FindCustomers customers;

    ExpiringCards(CardStore cards, FindCustomers customers) {
        this.cards = cards;
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
        List<Decision> all = cards.expiring(business, wanted.today()).stream()
                .filter(c -> wanted.has(KEY + c.id()))
                .map(c -> Decision.of(
                        KEY + c.id(),
                        Station.AGREE,
                        c.isUsableOn(wanted.today()) ? "part" : "overdue",
                        "%s %s %s"
                                .formatted(
                                        c.shown(),
                                        c.isUsableOn(wanted.today()) ? "expires after" : "expired after",
                                        c.until()),
                        customers.get(business, c.customer()).name(),
                        CardExpiry.askFrom(c.expires()),
                        null,
                        "/customers/" + c.customer() + "#cards",
                        Decision.Step.open("See it", "/customers/" + c.customer() + "#cards")))
                .toList();
        return Found.all(all);
    }
}
