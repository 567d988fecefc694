package exactum.app.daysheet;

import exactum.core.ids.BusinessId;
import java.time.LocalDate;
import org.springframework.stereotype.Component;

/** Sources outside that did not answer. */
@Component
class TroubleDecisions implements DecisionSource {
    private final TroubleStore store;

    TroubleDecisions(TroubleStore store) {
        this.store = store;
    }

    @Override
    public Station station() {
        return Station.BANK;
    }

    @Override
    public int count(BusinessId business, LocalDate today) {
        return store.count(business);
    }

    @Override
    public Found find(BusinessId business, LocalDate today, int most) {
        return Found.all(store.all(business).stream()
                .map(t -> Decision.of(
                        "trouble/" + t.source() + "/" + t.id(),
                        Station.BANK,
                        "differs",
                        t.words(),
                        t.source(),
                        t.since().toLocalDate(),
                        null,
                        "/setup",
                        new Decision.Step("Try again", "/day/try-again", true)))
                .toList());
    }
}
