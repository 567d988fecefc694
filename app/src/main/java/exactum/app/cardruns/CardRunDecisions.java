package exactum.app.cardruns;

import exactum.app.daysheet.Decision;
import exactum.app.daysheet.FewDecisions;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import java.util.List;
import org.springframework.stereotype.Component;

/** Runs of charges that a person has to look at. */
@Component
class CardRunDecisions extends FewDecisions {
    private static final String KEY = "card-run/";
    private final CardRunStore runs;

    CardRunDecisions(CardRunStore runs) {
        super(Station.COLLECT, KEY, "card runs");
        this.runs = runs;
    }

    @Override
    protected List<Decision> decisions(BusinessId business, Wanted wanted) {
        return runs.inState(business, CardRun.State.REHEARSED).stream()
                .filter(r -> r.chargeable() > 0 && wanted.has(KEY + r.id()))
                .map(r -> Decision.of(
                        KEY + r.id(),
                        Station.COLLECT,
                        r.state().mark(),
                        "%s can be charged to cards on file"
                                .formatted(Texts.count(r.chargeable(), "open item", "open items")),
                        "",
                        r.date(),
                        r.total(),
                        "/card-runs/" + r.id(),
                        Decision.Step.open("Look at the run", "/card-runs/" + r.id())))
                .toList();
    }
}
