package exactum.app.cards;

import exactum.app.customers.FindCustomers;
import exactum.app.daysheet.Decision;
import exactum.app.daysheet.FewDecisions;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.core.card.CardExpiry;
import exactum.core.ids.BusinessId;
import java.util.List;
import org.springframework.stereotype.Component;

/** Cards on file that are good no more soon, or since lately, while their holders have no other. */
@Component
class ExpiringCards extends FewDecisions {
    private static final String KEY = "card-expires/";
    private final CardStore cards;
    private final FindCustomers customers;

    ExpiringCards(CardStore cards, FindCustomers customers) {
        super(Station.AGREE, KEY, "cards that expire");
        this.cards = cards;
        this.customers = customers;
    }

    @Override
    protected List<Decision> decisions(BusinessId business, Wanted wanted) {
        return cards.expiring(business, wanted.today()).stream()
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
    }
}
