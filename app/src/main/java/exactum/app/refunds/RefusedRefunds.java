package exactum.app.refunds;

import exactum.app.daysheet.Decision;
import exactum.app.daysheet.ManyDecisions;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.core.ids.BusinessId;
import java.util.List;
import org.springframework.stereotype.Component;

/** Refunds that came to nothing: what comes instead is for a person to say. */
@Component
class RefusedRefunds extends ManyDecisions {
    static final String KEY = "refused-refund/";
    private final FindRefunds refunds;

    RefusedRefunds(FindRefunds refunds) {
        super(Station.COLLECT, KEY, "refunds that came to nothing", "/refunds?stands=refused");
        this.refunds = refunds;
    }

    @Override
    public int count(BusinessId business, Wanted wanted) {
        return refunds.countRefused(business, wanted);
    }

    @Override
    protected List<Decision> shown(BusinessId business, Wanted wanted) {
        return refunds.refused(business, wanted).stream()
                .map(RefusedRefunds::decision)
                .toList();
    }

    private static Decision decision(RefundOrder r) {
        return Decision.of(
                KEY + r.id(),
                Station.COLLECT,
                "back",
                "A refund came to nothing: " + r.refused().why(),
                r.customerName(),
                r.refused().on(),
                r.amount(),
                "/refunds/" + r.id(),
                Decision.Step.open(
                        "Refund by transfer",
                        "/refunds/new?payment=%s&means=%s&route=transfer".formatted(r.through(), r.drawnOn())));
    }
}
