package exactum.app.quotes;

import exactum.app.business.Power;
import exactum.app.daysheet.Decision;
import exactum.app.daysheet.DecisionSource;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Sums;
import exactum.app.daysheet.Wanted;
import exactum.core.ids.BusinessId;
import org.springframework.stereotype.Component;

/** Quotes that were accepted and wait for their invoice; the step makes its draft. */
@Component
class AcceptedDecisions implements DecisionSource {
    static final String KEY = "accepted/";
    private final QuoteStore store;

    AcceptedDecisions(QuoteStore store) {
        this.store = store;
    }

    @Override
    public Station station() {
        return Station.BILL;
    }

    @Override
    public String prefix() {
        return KEY;
    }

    @Override
    public int count(BusinessId business, Wanted wanted) {
        return store.countToInvoice(business, wanted);
    }

    @Override
    public Found find(BusinessId business, Wanted wanted) {
        var shown = store.toInvoice(business, wanted).stream()
                .map(q -> Decision.of(
                        KEY + q.document(),
                        Station.BILL,
                        "paid",
                        q.number() + " was accepted; its invoice is not made",
                        q.customer(),
                        q.since(),
                        q.gross(),
                        "/invoices/" + q.number(),
                        Decision.Step.act("Make the invoice", "/quotes/" + q.number() + "/issue", Power.DOCUMENTS)))
                .toList();
        return new Found(
                shown,
                store.countToInvoice(business, wanted),
                Sums.byCurrency(shown.stream().map(Decision::amount).toList()),
                "/quotes?standing=ACCEPTED");
    }
}
