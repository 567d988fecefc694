package exactum.app.quotes;

import exactum.app.audit.Audit;
import exactum.app.documents.Document;
import exactum.app.documents.Draft;
import exactum.app.documents.Drafts;
import exactum.app.documents.FindDocuments;
import exactum.app.documents.IssueDocuments;
import exactum.app.documents.Origin;
import exactum.app.documents.Particulars;
import exactum.app.installation.BusinessClock;
import exactum.app.settlement.Settle;
import exactum.app.setup.FindSetup;
import exactum.app.setup.KeptTerms;
import exactum.core.document.DocumentKind;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.TermsId;
import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Makes the invoice of an accepted quote, once: a draft to look at, or issued at once. Its terms count from its own date. */
@Component
public class InvoiceQuote {
    private final QuoteStore store;
    private final FindDocuments documents;
    private final Drafts drafts;
    private final Settle settle;
    private final FindSetup setup;
    private final BusinessClock clock;
    private final Audit audit;

    InvoiceQuote(
            QuoteStore store,
            FindDocuments documents,
            Drafts drafts,
            Settle settle,
            FindSetup setup,
            BusinessClock clock,
            Audit audit) {
        this.store = store;
        this.documents = documents;
        this.drafts = drafts;
        this.settle = settle;
        this.setup = setup;
        this.clock = clock;
        this.audit = audit;
    }

    /** The draft of its invoice, which waits to be looked at; the one that is there, if one is. */
    @Transactional
    public DocumentId draft(BusinessId business, DocumentId quote) {
        Quote q = accepted(business, quote);
        if (q.invoice() != null) return q.invoice();
        Draft draft = make(business, q);
        drafts.save(business, draft);
        note(business, q, draft.id());
        return draft.id();
    }

    /**
     * Issues its invoice and sends it; nothing where that waits for a second person, and then there is its draft.
     *
     * @throws Refusal if it cannot be issued as it is
     */
    @Transactional
    public Optional<IssueDocuments.Issued> issue(BusinessId business, DocumentId quote, boolean send) {
        Quote q = accepted(business, quote);
        if (q.invoice() != null) return Optional.empty();
        Draft draft = make(business, q);
        if (!drafts.mayIssue(business, draft)) {
            note(business, q, draft.id());
            return Optional.empty();
        }
        note(business, q, draft.id());
        return Optional.of(drafts.issue(business, draft, send));
    }

    private void note(BusinessId business, Quote q, DocumentId invoice) {
        store.setInvoice(business, q.document(), invoice);
        settle.reserveFor(business, q.document(), invoice);
        audit.record(
                business,
                "made the invoice of a quote",
                documents.get(business, q.document()).number());
    }

    private Quote accepted(BusinessId business, DocumentId quote) {
        Quote q = store.hold(business, quote)
                .orElseThrow(() -> new Refusal("quote.gone", "There is no such quote. Nothing was made."));
        if (!q.isAccepted())
            throw new Refusal(
                    "quote.not-accepted", "It was not accepted. Nothing was made. Record that it was, first.");
        return q;
    }

    private Draft make(BusinessId business, Quote q) {
        Document d = documents.get(business, q.document());
        LocalDate today = clock.today(business);
        TermsId kept = setup.terms(business).stream()
                .filter(t -> t.terms().equals(d.rule()))
                .findFirst()
                .map(KeptTerms::id)
                .orElse(null);
        return new Draft(
                IssueDocuments.newId(),
                DocumentKind.INVOICE,
                d.customer(),
                today,
                new Draft.Content(
                        d.gross().currency(),
                        d.amounts().mode(),
                        d.lines().stream().map(Document.IssuedLine::line).toList(),
                        d.amounts().adjustments(),
                        d.period(),
                        new Draft.Wording(
                                d.texts().theirReference(),
                                d.number(),
                                d.texts().memo(),
                                d.texts().footer()),
                        Draft.Sending.USUAL),
                kept,
                kept == null ? d.rule() : null,
                Origin.ofQuote(q.document()),
                false,
                0,
                Particulars.accepted(q.closedOn()));
    }
}
