package exactum.app.documents;

import exactum.app.audit.Audit;
import exactum.app.business.FindBusinesses;
import exactum.app.business.Power;
import exactum.app.settlement.FindPayments;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.math.BigDecimal;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Credit notes for money that goes back, or has gone already: what one puts on account is what the refund draws on. */
@Component
public class CreditForRefund {
    private final CreditDocument credit;
    private final Drafts drafts;
    private final FindPayments payments;
    private final FindBusinesses businesses;

    CreditForRefund(CreditDocument credit, Drafts drafts, FindPayments payments, FindBusinesses businesses) {
        this.credit = credit;
        this.drafts = drafts;
        this.payments = payments;
        this.businesses = businesses;
    }

    /** What of a document no credit note has yet, tax included. */
    public Money most(BusinessId business, DocumentId document) {
        return credit.of(business, document).left();
    }

    /**
     * A credit note that is wanted.
     *
     * @param lines quantities that are taken back, by the line's place; where there are none, the amount counts
     * @param amount with tax
     * @param then what becomes of it
     * @param why as it prints
     * @param undone how a refusal ends: {@code Nothing was refunded.}
     */
    public record Wanted(
            DocumentId document,
            Map<Integer, BigDecimal> lines,
            Money amount,
            Particulars.Then then,
            String why,
            String undone) {}

    /** A credit note with the money that it puts on account. */
    public record Issued(DocumentId note, MeansId means) {}

    /**
     * Issues and sends a credit note as of today.
     *
     * @throws Refusal if the person may not make it, or may not make it alone
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public Issued issue(BusinessId business, Wanted wanted) {
        boolean may = businesses
                .membership(business, Audit.who())
                .filter(m -> m.may(Power.DOCUMENTS))
                .isPresent();
        if (!may)
            throw new Refusal(
                    "credit.power",
                    "Your role makes no credit notes. %s Ask someone who bills to make it; the money that goes back is found by it then."
                            .formatted(wanted.undone()));
        Draft draft = draft(business, wanted);
        if (!drafts.mayIssue(business, draft))
            throw new Refusal(
                    "credit.approval",
                    "A credit note of %s waits for a second person first. %s Make it on its own page; the money that goes back is found by it then."
                            .formatted(
                                    drafts.rehearse(business, draft)
                                            .totals()
                                            .gross()
                                            .withCurrency(),
                                    wanted.undone()));
        IssueDocuments.Issued note = drafts.issue(business, draft, true);
        return new Issued(
                note.id(),
                payments.creditOfNote(business, note.id()).orElseThrow().means());
    }

    private Draft draft(BusinessId business, Wanted wanted) {
        if (!wanted.lines().isEmpty())
            return credit.byLines(business, wanted.document(), wanted.lines(), wanted.then(), wanted.why());
        if (!most(business, wanted.document()).currency().equals(wanted.amount().currency()))
            throw new Refusal(
                    "credit.currency",
                    "The money is in %s and that invoice is not. %s Make the credit note on its own page."
                            .formatted(wanted.amount().currency(), wanted.undone()));
        return credit.byAmount(business, wanted.document(), wanted.amount(), wanted.then(), wanted.why());
    }
}
