package exactum.app.refunds;

import exactum.app.daysheet.Decision;
import exactum.app.daysheet.DecisionSource;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.core.ids.BusinessId;
import org.springframework.stereotype.Component;

/** Refunds that came to nothing: what comes instead is for a person to say. */
@Component
class RefusedRefunds implements DecisionSource {
    static final String KEY = "refused-refund/";
    private final FindRefunds refunds;

    RefusedRefunds(FindRefunds refunds) {
        this.refunds = refunds;
    }

    @Override
    public Station station() {
        return Station.COLLECT;
    }

    @Override
    public String prefix() {
        return KEY;
    }

    @Override
    public int count(BusinessId business, Wanted wanted) {
        return refunds.countRefused(business, wanted);
    }

    @Override
    public Found find(BusinessId business, Wanted wanted) {
        var shown = refunds.refused(business, wanted).stream()
                .map(RefusedRefunds::decision)
                .toList();
        return new Found(
                shown, refunds.countRefused(business, wanted), Found.all(shown).sums(), "/refunds?stands=refused");
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
