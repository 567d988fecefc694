package exactum.app.documents;

import exactum.app.database.Slice;
import exactum.app.daysheet.Decision;
import exactum.app.daysheet.DecisionSource;
import exactum.app.daysheet.Station;
import exactum.core.ids.BusinessId;
import java.time.LocalDate;
import org.springframework.stereotype.Component;

/** Drafts that wait to be issued. */
@Component
class DraftDecisions implements DecisionSource {
    private static final FindDocuments.Filter DRAFTS = new FindDocuments.Filter("", Standing.DRAFT, null);
    private final FindDocuments documents;

    DraftDecisions(FindDocuments documents) {
        this.documents = documents;
    }

    @Override
    public Station station() {
        return Station.BILL;
    }

    @Override
    public int count(BusinessId business, LocalDate today) {
        return documents.drafts(business);
    }

    @Override
    public Found find(BusinessId business, LocalDate today, int most) {
        var shown = documents.list(business, DRAFTS, today, Slice.first(most)).stream()
                .map(d -> Decision.of(
                        "draft/" + d.id(),
                        Station.BILL,
                        "draft",
                        d.kind().title() + " is still a draft",
                        d.customerName(),
                        d.date(),
                        d.gross(),
                        "/drafts/" + d.id(),
                        new Decision.Step("Open", "/drafts/" + d.id(), false)))
                .toList();
        return new Found(
                shown,
                documents.drafts(business),
                documents.totals(business, DRAFTS, today).gross(),
                "/invoices?standing=DRAFT");
    }
}
