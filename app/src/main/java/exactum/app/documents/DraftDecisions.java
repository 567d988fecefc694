package exactum.app.documents;

import exactum.app.daysheet.Decision;
import exactum.app.daysheet.DecisionSource;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.core.ids.BusinessId;
import org.springframework.stereotype.Component;

/** Drafts that wait to be issued. */
@Component
class DraftDecisions implements DecisionSource {
    static final String KEY = "draft/";
    private final ListDocuments documents;

    DraftDecisions(ListDocuments documents) {
        this.documents = documents;
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
        return documents.countDrafts(business, wanted);
    }

    @Override
    public Found find(BusinessId business, Wanted wanted) {
        var shown = documents.drafts(business, wanted).stream()
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
        return new Found(
                shown,
                documents.countDrafts(business, wanted),
                documents.draftTotals(business, wanted).gross(),
                "/invoices?standing=DRAFT");
    }
}
