package exactum.app.documents;

import exactum.app.daysheet.Decision;
import exactum.app.daysheet.ManyDecisions;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import java.util.List;
import org.springframework.stereotype.Component;

/** Drafts that wait to be issued. */
@Component
class DraftDecisions extends ManyDecisions {
    static final String KEY = "draft/";
    private final ListDocuments documents;

    DraftDecisions(ListDocuments documents) {
        super(Station.BILL, KEY, "drafts", "/invoices?standing=DRAFT");
        this.documents = documents;
    }

    @Override
    public int count(BusinessId business, Wanted wanted) {
        return documents.countDrafts(business, wanted);
    }

    @Override
    protected List<Decision> shown(BusinessId business, Wanted wanted) {
        return documents.drafts(business, wanted).stream()
                .map(d -> Decision.of(
                        KEY + d.id(),
                        Station.BILL,
                        "draft",
                        d.kind().title() + " is still a draft",
                        d.customerName(),
                        d.date(),
                        d.gross(),
                        "/drafts/" + d.id(),
                        Decision.Step.open("Open", "/drafts/" + d.id())))
                .toList();
    }

    @Override
    protected List<Money> sums(BusinessId business, Wanted wanted, List<Decision> shown) {
        return documents.draftTotals(business, wanted).gross();
    }
}
