package exactum.app.payouts;

import exactum.app.daysheet.Decision;
import exactum.app.daysheet.FewDecisions;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.app.web.Texts;
import exactum.core.calendar.Clearing;
import exactum.core.ids.BusinessId;
import java.util.List;
import org.springframework.stereotype.Component;

/** Payouts that should have landed and have not, a banking day after they were promised. */
@Component
class LatePayouts extends FewDecisions {
    private static final String KEY = "late-payout/";
    private final FindPayouts payouts;

    LatePayouts(FindPayouts payouts) {
        super(Station.BANK, KEY, "late payouts");
        this.payouts = payouts;
    }

    @Override
    protected List<Decision> decisions(BusinessId business, Wanted wanted) {
        return payouts.promisedBefore(business, wanted.today()).stream()
                .filter(p -> Clearing.of(p.off().currency())
                        .calendar()
                        .plusOpenDays(p.arrivesOn(), 1)
                        .isBefore(wanted.today()))
                .filter(p -> wanted.has(KEY + p.id()))
                .map(LatePayouts::decision)
                .toList();
    }

    private static Decision decision(Payout p) {
        return Decision.of(
                KEY + p.id(),
                Station.BANK,
                "flight",
                "Payout %s was promised for %s and is not at the bank"
                        .formatted(p.reference(), Texts.shortDay(p.arrivesOn())),
                p.processorName(),
                p.arrivesOn(),
                p.sums().net(),
                "/payouts/" + p.id(),
                Decision.Step.open("Ask the processor", "/payouts/" + p.id()));
    }
}
