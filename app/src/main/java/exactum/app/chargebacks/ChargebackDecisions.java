package exactum.app.chargebacks;

import exactum.app.daysheet.Decision;
import exactum.app.daysheet.ManyDecisions;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.app.web.Texts;
import exactum.core.card.ProcessorPort.Contest;
import exactum.core.ids.BusinessId;
import java.util.List;
import org.springframework.stereotype.Component;

/** Contested sales that wait for evidence, and money in dispute that belongs to no payment. */
@Component
class ChargebackDecisions extends ManyDecisions {
    static final String KEY = "chargeback/";
    private final FindChargebacks chargebacks;

    ChargebackDecisions(FindChargebacks chargebacks) {
        super(Station.COLLECT, KEY, "contested card payments", "/chargebacks");
        this.chargebacks = chargebacks;
    }

    @Override
    public boolean isDaily() {
        return true;
    }

    @Override
    public int count(BusinessId business, Wanted wanted) {
        return chargebacks.countWaiting(business, wanted);
    }

    @Override
    protected List<Decision> shown(BusinessId business, Wanted wanted) {
        return chargebacks.waiting(business, wanted).stream()
                .map(ChargebackDecisions::decision)
                .toList();
    }

    private static Decision decision(Chargeback c) {
        boolean open = c.contest() == Contest.OPEN;
        String words = open
                ? "A card payment is contested: %s%s"
                        .formatted(
                                c.reason(),
                                c.answerBy() == null ? "" : ", evidence until " + Texts.shortDay(c.answerBy()))
                : "Money in dispute exceeds what is left of the payment";
        return Decision.of(
                        KEY + c.id(),
                        Station.COLLECT,
                        open ? "differs" : "back",
                        words,
                        c.whose(),
                        c.openedOn(),
                        open ? c.amount() : c.beyond(),
                        "/chargebacks/" + c.id(),
                        Decision.Step.open(
                                open ? "Gather the evidence" : "Say where it belongs", "/chargebacks/" + c.id()))
                .until(open ? c.answerBy() : null);
    }
}
