package exactum.app.documents;

import exactum.app.approvals.ApprovalKind;
import exactum.app.approvals.Approvals;
import exactum.app.attachments.Attachments;
import exactum.app.attachments.GoesWith;
import exactum.app.audit.Audit;
import exactum.app.installation.BusinessClock;
import exactum.app.settlement.Claims;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Saves drafts, issues them, deletes them. */
@Component
public class Drafts {
    private final DraftStore store;
    private final PrepareDocuments prepare;
    private final IssueDocuments issue;
    private final BusinessClock clock;
    private final Approvals approvals;
    private final Claims claims;
    private final Attachments attachments;
    private final Audit audit;
    private final ApplicationEventPublisher events;

    Drafts(
            DraftStore store,
            PrepareDocuments prepare,
            IssueDocuments issue,
            BusinessClock clock,
            Approvals approvals,
            Claims claims,
            Attachments attachments,
            Audit audit,
            ApplicationEventPublisher events) {
        this.events = events;
        this.store = store;
        this.prepare = prepare;
        this.issue = issue;
        this.clock = clock;
        this.approvals = approvals;
        this.claims = claims;
        this.attachments = attachments;
        this.audit = audit;
    }

    public Optional<Draft> find(BusinessId business, DocumentId id) {
        return store.find(business, id);
    }

    /**
     * Saves a new or changed draft, which has been prepared once, so that what is saved can be issued.
     *
     * @throws Refusal if it cannot be issued as it is, or if somebody changed it since it was shown
     */
    @Transactional
    public void save(BusinessId business, Draft draft) {
        Prepared prepared = prepare.desk(business).prepare(draft);
        boolean saved = draft.revision() == 0
                ? store.insert(business, draft, prepared)
                : store.update(business, draft, prepared);
        if (!saved) {
            throw new Refusal(
                    "draft.changed",
                    "Somebody changed or issued this draft meanwhile. Yours was not saved; it still stands here. Open it in another tab to compare.");
        }
        audit.record(
                business,
                "saved a draft",
                draft.kind().words() + " for " + prepared.buyer().name());
    }

    /** Issues a draft that was looked at; null where it waits for a second person from now on. */
    @Transactional
    public IssueDocuments.Issued issueReviewed(BusinessId business, DocumentId id, int revision, boolean send) {
        Draft draft = store.find(business, id)
                .filter(d -> d.revision() == revision)
                .orElseThrow(() -> new Refusal(
                        "draft.changed",
                        "Somebody changed or issued this draft meanwhile. Nothing was issued. Look again."));
        return mayIssue(business, draft) ? issue(business, draft, send) : null;
    }

    /** Keeps what a run made as drafts, for a person to look at first. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void keep(BusinessId business, List<Prepared> prepared) {
        for (Prepared p : prepared) store.insert(business, p.draft(), p);
    }

    /** What issuing it would do; changes nothing. */
    @Transactional(readOnly = true)
    public Prepared rehearse(BusinessId business, Draft draft) {
        return prepare.desk(business).prepare(draft);
    }

    /** Whether it may be issued now; if not, it is saved and waits for a second person from now on. */
    @Transactional
    public boolean mayIssue(BusinessId business, Draft draft) {
        Prepared prepared = prepare.desk(business).prepare(draft);
        boolean may = approvals.mayGo(
                business,
                new Approvals.What(
                        ApprovalKind.DOCUMENT,
                        draft.id().value(),
                        facts(draft),
                        "Issue the %s for %s"
                                .formatted(
                                        draft.kind().words(), prepared.buyer().name()),
                        List.of(prepared.totals().gross()),
                        "/drafts/" + draft.id()));
        if (!may) save(business, draft);
        return may;
    }

    /** All that stands on the paper, however often it was saved. */
    private static String facts(Draft draft) {
        var fields = new TreeMap<>(DocumentForm.fields(draft));
        fields.keySet().removeAll(Set.of("id", "key", "revision"));
        return fields.toString();
    }

    /** Issues it, and sends it if asked; one that was stored is taken out. */
    @Transactional
    public IssueDocuments.Issued issue(BusinessId business, Draft draft, boolean send) {
        LocalDate today = clock.today(business);
        if (draft.particulars().back() != null) claims.hold(business, draft.customer());
        Prepared prepared = prepare.desk(business).prepare(draft);
        IssueDocuments.Issued issued = issue.issue(
                        business, List.of(prepared), new IssueDocuments.How(null, send ? today : null, today))
                .getFirst();
        audit.record(business, "issued " + article(draft), issued.number());
        return issued;
    }

    private static String article(Draft draft) {
        String words = draft.kind().words();
        return ("aeiou".indexOf(words.charAt(0)) >= 0 ? "an " : "a ") + words;
    }

    /**
     * Deletes a draft.
     *
     * @param again whether what it came from may be billed again; else its date is left out
     */
    @Transactional
    public void delete(BusinessId business, DocumentId id, boolean again) {
        Draft draft = store.find(business, id)
                .orElseThrow(() -> new Refusal("draft.gone", "This draft is not there any more. Nothing was deleted."));
        events.publishEvent(new DraftDeleted(business, draft, again));
        store.delete(business, id);
        attachments.removeAll(business, GoesWith.document(id));
        approvals.withdraw(business, ApprovalKind.DOCUMENT, id.value());
        audit.record(business, "deleted a draft", draft.kind().words());
    }
}
