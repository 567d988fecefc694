package exactum.app.daysheet;

import exactum.app.business.Power;
import exactum.core.ids.BusinessId;
import java.util.List;
import org.springframework.stereotype.Component;

/** Sources outside that did not answer. */
@Component
class TroubleDecisions extends FewDecisions {
    private final TroubleStore store;

    TroubleDecisions(TroubleStore store) {
        super(Station.BANK, "trouble/", "sources that did not answer");
        this.store = store;
    }

    @Override
    protected List<Decision> decisions(BusinessId business, Wanted wanted) {
        return store.all(business).stream()
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
                .toList();
    }

    private static String key(TroubleStore.Trouble t) {
        return "trouble/" + t.source() + "/" + t.id();
    }
}
