package exactum.app.documents;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.database.Slice;
import exactum.app.web.NotHere;
import exactum.app.web.Pager;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Drafts of billing runs, gone through one by one: what each says, what changed since the last, issued with a press. */
@Controller
class ReviewPages {
    private final DraftReview review;
    private final Drafts drafts;

    ReviewPages(DraftReview review, Drafts drafts) {
        this.review = review;
        this.drafts = drafts;
    }

    @GetMapping("/drafts/review")
    String waiting(BusinessId business, @RequestParam(defaultValue = "1") int from, Model model) {
        Slice slice = Slice.page(from);
        List<DraftReview.Row> rows = review.waiting(business, slice);
        int count = review.count(business);
        model.addAttribute("rows", rows);
        model.addAttribute("count", count);
        model.addAttribute("pager", Pager.of(slice, rows.size(), count));
        return "documents/review";
    }

    @PostMapping("/drafts/{id}/issue-reviewed")
    @Needs(Power.DOCUMENTS)
    String issue(BusinessId business, @PathVariable DocumentId id, @RequestParam int revision, Model model) {
        DraftReview.Row row = review.find(business, id).orElseThrow(NotHere::new);
        IssueDocuments.Issued issued = drafts.issueReviewed(business, id, revision, row.send());
        model.addAttribute("r", row);
        model.addAttribute("number", issued == null ? null : issued.number());
        return "documents/review :: issued";
    }
}
