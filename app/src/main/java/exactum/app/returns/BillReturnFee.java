package exactum.app.returns;

import exactum.app.documents.Draft;
import exactum.app.documents.Drafts;
import exactum.app.documents.IssueDocuments;
import exactum.app.documents.Origin;
import exactum.app.installation.BusinessClock;
import exactum.app.ledger.Ledger;
import exactum.app.setup.FindSetup;
import exactum.app.setup.Untaxed;
import exactum.core.document.DocumentKind;
import exactum.core.document.Line;
import exactum.core.document.PriceMode;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ledger.AccountRole;
import exactum.core.money.Money;
import exactum.core.money.UnitPrice;
import exactum.core.problem.Refusal;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Bills a payer for what came back, on an invoice of its own that goes with what is open again. */
@Component
public class BillReturnFee {
    private final Drafts drafts;
    private final FindSetup setup;
    private final Untaxed untaxed;
    private final Ledger ledger;
    private final BusinessClock clock;

    BillReturnFee(Drafts drafts, FindSetup setup, Untaxed untaxed, Ledger ledger, BusinessClock clock) {
        this.drafts = drafts;
        this.setup = setup;
        this.untaxed = untaxed;
        this.ledger = ledger;
        this.clock = clock;
    }

    /**
     * Issues it; it is told of with the return, not by itself.
     *
     * @param words its one line
     * @param source what came back
     * @throws Refusal where invoices of its amount need a second person
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public DocumentId bill(BusinessId business, CustomerId customer, String words, Money fee, UUID source) {
        LocalDate today = clock.today(business);
        Line line = Line.of(
                words,
                BigDecimal.ONE,
                "",
                UnitPrice.of(fee.currency().getCurrencyCode(), fee.plain()),
                untaxed.on(business, today).code(),
                ledger.accounts(business).of(AccountRole.RECHARGED_FEES));
        var draft = new Draft(
                IssueDocuments.newId(),
                DocumentKind.INVOICE,
                customer,
                today,
                Draft.Content.of(fee.currency(), PriceMode.PLUS_TAX, List.of(line)),
                setup.chosenTerms(business).id(),
                null,
                new Origin(Origin.Kind.RETURN, source),
                false,
                0);
        if (!drafts.mayIssue(business, draft))
            throw new Refusal(
                    "return.fee",
                    "The invoice of the fee needs a second person. Nothing was taken in. Take it in without the fee, and bill the fee by itself.");
        return drafts.issue(business, draft, false).id();
    }
}
