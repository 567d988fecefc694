package exactum.app.documents;

import exactum.app.installation.BusinessClock;
import exactum.core.document.Creditable;
import exactum.core.document.Crediting;
import exactum.core.document.DocumentKind;
import exactum.core.document.Line;
import exactum.core.document.TaxedLine;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import java.math.BigDecimal;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Begins credit notes on what was billed. */
@Component
public class CreditDocument {
    private final CreditableStore creditables;
    private final FindDocuments documents;
    private final Drafts drafts;
    private final BusinessClock clock;

    CreditDocument(CreditableStore creditables, FindDocuments documents, Drafts drafts, BusinessClock clock) {
        this.creditables = creditables;
        this.documents = documents;
        this.drafts = drafts;
        this.clock = clock;
    }

    /** A document as credit notes see it. */
    @Transactional(readOnly = true)
    public Creditable of(BusinessId business, DocumentId id) {
        return creditables.of(business, id);
    }

    /** A credit note over all that is left of it, saved as a draft; its id. */
    @Transactional
    public DocumentId draftOfAll(BusinessId business, DocumentId id) {
        Document credited = documents.get(business, id);
        Crediting.Credit all = Crediting.whole(creditables.of(business, id));
        List<Line> lines = all.lines().stream().map(TaxedLine::line).toList();
        boolean byLines = lines.stream().allMatch(l -> l.credits() != null);
        Long minor = byLines ? null : all.totals().gross().minor();
        Draft draft = draft(business, credited, lines, Particulars.Back.of(minor, Particulars.Then.APPLY), "");
        drafts.save(business, draft);
        return draft.id();
    }

    /** A credit note over all that is left of a document. */
    @Transactional(readOnly = true)
    public Draft begin(BusinessId business, DocumentId id, Particulars.Then then, String why) {
        Crediting.Credit all = Crediting.whole(creditables.of(business, id));
        return draft(
                business,
                documents.get(business, id),
                all.lines().stream().map(TaxedLine::line).toList(),
                Particulars.Back.of(null, then),
                why);
    }

    /** A credit note over an amount of a document. */
    @Transactional(readOnly = true)
    public Draft byAmount(BusinessId business, DocumentId id, Money amount, Particulars.Then then, String why) {
        return draft(business, documents.get(business, id), List.of(), Particulars.Back.of(amount.minor(), then), why);
    }

    /** A credit note over quantities of its lines, by their places. */
    @Transactional(readOnly = true)
    public Draft byLines(
            BusinessId business, DocumentId id, Map<Integer, BigDecimal> lines, Particulars.Then then, String why) {
        Crediting.Credit credit = Crediting.byLines(creditables.of(business, id), lines);
        return draft(
                business,
                documents.get(business, id),
                credit.lines().stream().map(TaxedLine::line).toList(),
                Particulars.Back.of(null, then),
                why);
    }

    /** A credit note on a document as it begins: the same price mode, currency, period and references. */
    private Draft draft(BusinessId business, Document credited, List<Line> lines, Particulars.Back back, String why) {
        return new Draft(
                IssueDocuments.newId(),
                DocumentKind.CREDIT_NOTE,
                credited.customer(),
                clock.today(business),
                new Draft.Content(
                        credited.gross().currency(),
                        credited.amounts().mode(),
                        lines,
                        List.of(),
                        credited.period(),
                        new Draft.Wording(
                                credited.texts().theirReference(),
                                credited.texts().ourReference(),
                                why,
                                credited.texts().footer()),
                        Draft.Sending.USUAL),
                null,
                null,
                Origin.crediting(credited.id()),
                false,
                0,
                Particulars.of(back));
    }
}
