package exactum.app.daysheet;

import exactum.app.business.Power;
import exactum.core.ids.BusinessId;
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
    public String prefix() {
        return "trouble/";
    }

    @Override
    public int count(BusinessId business, Wanted wanted) {
        return (int)
                store.all(business).stream().filter(t -> wanted.has(key(t))).count();
    }

    @Override
    public Found find(BusinessId business, Wanted wanted) {
        return Found.all(store.all(business).stream()
                .filter(t -> wanted.has(key(t)))
                .map(t -> Decision.of(
                        key(t),
                        Station.BANK,
                        "differs",
                        t.words(),
                        t.source(),
                        t.since().toLocalDate(),
                        null,
                        "/setup",
                        Decision.Step.act("Try again", "/day/try-again", Power.MATCHING)))
                .toList());
    }

    private static String key(TroubleStore.Trouble t) {
        return "trouble/" + t.source() + "/" + t.id();
    }
}
