package exactum.app.documents;

import exactum.app.daysheet.Decision;
import exactum.app.daysheet.FewDecisions;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import java.util.List;
import org.springframework.stereotype.Component;

/** Drafts of recurring invoices that wait for a person: one decision for all of them. */
@Component
class ReviewDecisions extends FewDecisions {
    private static final String KEY = "review";
    private final DraftReview review;

    ReviewDecisions(DraftReview review) {
        super(Station.BILL, KEY, "drafts to be looked at");
        this.review = review;
    }

    @Override
    public int count(BusinessId business, Wanted wanted) {
        return wanted.has(KEY) && review.count(business) > 0 ? 1 : 0;
    }

    @Override
    protected List<Decision> decisions(BusinessId business, Wanted wanted) {
        int count = wanted.has(KEY) ? review.count(business) : 0;
        if (count == 0) return List.of();
        return List.of(Decision.of(
                KEY,
                Station.BILL,
                "draft",
                Texts.count(count, "draft of a recurring invoice waits", "drafts of recurring invoices wait")
                        + " to be looked at",
                "",
                review.earliest(business),
                null,
                "/drafts/review",
                Decision.Step.open("Review", "/drafts/review")));
    }
}
