package exactum.app.documents;

import exactum.app.installation.BusinessClock;
import exactum.core.document.DocumentKind;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.problem.Refusal;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import org.springframework.stereotype.Component;

/** The same act on each of many documents that a person selected: one that cannot be done stops none of the others. */
@Component
public class ActOnMany {
    private final ListDocuments lists;
    private final FindDocuments documents;
    private final Drafts drafts;
    private final SendAgain sendAgain;
    private final CreditDocument credit;
    private final BusinessClock clock;

    ActOnMany(
            ListDocuments lists,
            FindDocuments documents,
            Drafts drafts,
            SendAgain sendAgain,
            CreditDocument credit,
            BusinessClock clock) {
        this.lists = lists;
        this.documents = documents;
        this.drafts = drafts;
        this.sendAgain = sendAgain;
        this.credit = credit;
        this.clock = clock;
    }

    /** What can be done to many. */
    public enum Act {
        ISSUE,
        ISSUE_AND_SEND,
        SEND,
        CREDIT
    }

    /**
     * What became of one.
     *
     * @param href where it is looked at
     * @param done in words, or null
     * @param refused why it was not done, or null
     */
    public record One(String title, String customer, String href, String done, String refused) {}

    /** Acts on each in its own transaction, in order. */
    public List<One> act(BusinessId business, List<DocumentId> ids, Act act) {
        var outcome = new ArrayList<One>();
        for (ListDocuments.Listed d : lists.list(business, ids, clock.today(business)))
            outcome.add(one(business, d, act));
        return outcome;
    }

    private One one(BusinessId business, ListDocuments.Listed d, Act act) {
        Function<ListDocuments.Listed, String> doing = switch (act) {
            case ISSUE -> x -> issue(business, x, false);
            case ISSUE_AND_SEND -> x -> issue(business, x, true);
            case SEND -> x -> send(business, x);
            case CREDIT -> x -> credit(business, x);
        };
        String title = d.number() == null ? d.kind().title() + ", draft" : d.number();
        String href = d.number() == null ? "/drafts/" + d.id() : "/invoices/" + d.number();
        try {
            return new One(title, d.customerName(), href, doing.apply(d), null);
        } catch (Refusal refused) {
            return new One(title, d.customerName(), href, null, refused.sentence());
        }
    }

    private String issue(BusinessId business, ListDocuments.Listed d, boolean send) {
        Draft draft = drafts.find(business, d.id())
                .orElseThrow(() -> new Refusal("act.issued", "It is no draft. Nothing was issued."));
        IssueDocuments.Issued issued = drafts.issueReviewed(business, d.id(), draft.revision(), send);
        return issued == null ? "waits for a second person" : "issued as " + issued.number();
    }

    private String send(BusinessId business, ListDocuments.Listed d) {
        if (d.number() == null) throw new Refusal("act.draft", "A draft is not sent. Nothing was sent.");
        return sendAgain.send(business, documents.get(business, d.id())) ? "will be sent" : "goes out today already";
    }

    private String credit(BusinessId business, ListDocuments.Listed d) {
        if (d.number() == null || d.kind() == DocumentKind.CREDIT_NOTE)
            throw new Refusal("act.credit", "Only what was billed can be credited. Nothing was made.");
        return credit.draftOfAll(business, d.id()) == null ? "" : "credited by a draft, which waits to be looked at";
    }
}
