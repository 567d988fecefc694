package exactum.app.quotes;

import exactum.app.business.Power;
import exactum.app.daysheet.Decision;
import exactum.app.daysheet.ManyDecisions;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.core.ids.BusinessId;
import java.util.List;
import org.springframework.stereotype.Component;

/** Quotes that were accepted and wait for their invoice; the step makes its draft. */
@Component
class AcceptedDecisions extends ManyDecisions {
    static final String KEY = "accepted/";
    private final QuoteStore store;

    AcceptedDecisions(QuoteStore store) {
        super(Station.BILL, KEY, "accepted quotes", "/quotes?standing=ACCEPTED");
        this.store = store;
    }

    @Override
    public int count(BusinessId business, Wanted wanted) {
        return store.countToInvoice(business, wanted);
    }

    @Override
    protected List<Decision> shown(BusinessId business, Wanted wanted) {
        return store.toInvoice(business, wanted).stream()
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
    }
}
