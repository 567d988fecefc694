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
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Credit notes for money that has gone back already: all of one is on account, so that what went back draws on it. */
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
     * Issues and sends a credit note over so much of a document, as of today; what is on account by it.
     *
     * @param amount with tax
     * @throws Refusal if the person may not make it, or may not make it alone
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public MeansId issue(BusinessId business, DocumentId document, Money amount, String why) {
        boolean may = businesses
                .membership(business, Audit.who())
                .filter(m -> m.may(Power.DOCUMENTS))
                .isPresent();
        if (!may)
            throw new Refusal(
                    "credit.power",
                    "Your role makes no credit notes. Nothing was matched. Ask someone who bills to make it; this line then finds it.");
        if (!most(business, document).currency().equals(amount.currency()))
            throw new Refusal(
                    "credit.currency",
                    "The line is in %s and that invoice is not. Nothing was matched. Make the credit note on its own page."
                            .formatted(amount.currency()));
        Draft draft = credit.byAmount(business, document, amount, Particulars.Then.KEEP, why);
        if (!drafts.mayIssue(business, draft))
            throw new Refusal(
                    "credit.approval",
                    "A credit note of %s waits for a second person first. Nothing was matched. Make it on its own page; this line then finds it."
                            .formatted(amount.withCurrency()));
        IssueDocuments.Issued note = drafts.issue(business, draft, true);
        return payments.creditOfNote(business, note.id()).orElseThrow().means();
    }
}
