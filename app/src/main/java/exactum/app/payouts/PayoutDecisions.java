package exactum.app.payouts;

import exactum.app.daysheet.Decision;
import exactum.app.daysheet.ManyDecisions;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.core.ids.BusinessId;
import java.util.List;
import org.springframework.stereotype.Component;

/** Payouts that hold what the books do not have. */
@Component
class PayoutDecisions extends ManyDecisions {
    static final String KEY = "payout/";
    private final FindPayouts payouts;

    PayoutDecisions(FindPayouts payouts) {
        super(Station.BANK, KEY, "payouts that differ", "/payouts");
        this.payouts = payouts;
    }

    @Override
    public int count(BusinessId business, Wanted wanted) {
        return payouts.countDiffering(business, wanted);
    }

    @Override
    protected List<Decision> shown(BusinessId business, Wanted wanted) {
        return payouts.differing(business, wanted).stream()
                .map(p -> decision(p, payouts.openLines(business, p.id(), 2)))
                .toList();
    }

    private static Decision decision(Payout payout, List<PayoutLine> open) {
        String name = open.isEmpty() ? "a part of it" : open.getFirst().difference();
        String more = payout.open() > 1 ? ", and %d more".formatted(payout.open() - 1) : "";
        return Decision.of(
                KEY + payout.id(),
                Station.BANK,
                "differs",
                "Payout %s differs: %s%s".formatted(payout.reference(), name, more),
                payout.processorName(),
                payout.arrivesOn(),
                payout.off(),
                "/payouts/" + payout.id(),
                Decision.Step.open("Open the tie-out", "/payouts/" + payout.id()));
    }
}
