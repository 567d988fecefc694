package exactum.app.payouts;

import exactum.app.audit.Audit;
import exactum.app.cards.BookSales;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.installation.BusinessClock;
import exactum.app.settlement.Channel;
import exactum.app.settlement.Claims;
import exactum.app.settlement.ConfirmPayment;
import exactum.app.settlement.NewPayment;
import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.app.web.NotHere;
import exactum.core.card.ProcessorPort;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.PayoutId;
import exactum.core.problem.Refusal;
import exactum.core.settlement.Means;
import exactum.core.settlement.Policy;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Says whose payment a sale is that the books do not know, as of a card that was taken at a counter. */
@Component
public class PlaceSale {
    private final FindPayouts payouts;
    private final FindCustomers customers;
    private final FindSetup setup;
    private final BookSales book;
    private final Claims claims;
    private final ConfirmPayment confirm;
    private final BusinessClock clock;
    private final Audit audit;

    PlaceSale(
            FindPayouts payouts,
            FindCustomers customers,
            FindSetup setup,
            BookSales book,
            Claims claims,
            ConfirmPayment confirm,
            BusinessClock clock,
            Audit audit) {
        this.payouts = payouts;
        this.customers = customers;
        this.setup = setup;
        this.book = book;
        this.claims = claims;
        this.confirm = confirm;
        this.clock = clock;
        this.audit = audit;
    }

    /** The line that is asked about. */
    public PayoutLine line(BusinessId business, PayoutId payout, int lineNo) {
        return payouts.line(business, payout, lineNo).orElseThrow(NotHere::new);
    }

    /**
     * Places it: it becomes the customer's payment, with the fee that the payout states, and the line is matched to it.
     *
     * @param document which it pays, or null; the rest is on account
     * @throws Refusal if it was placed already
     */
    @Transactional
    public void place(BusinessId business, PayoutId payout, int lineNo, CustomerId payer, DocumentId document) {
        Customer customer = customers.get(business, payer);
        claims.hold(business, payer);
        PayoutLine line = line(business, payout, lineNo);
        if (!line.isToPlace())
            throw new Refusal("payout.placed", "It is known by now whose this sale is. Nothing was placed.");
        ProcessorAccount processor = setup.processor(
                business,
                payouts.find(business, payout).orElseThrow(NotHere::new).processor());
        var sale = new ProcessorPort.Sale(
                line.saleReference(), null, null, line.gross(), line.fee(), line.on(), line.description());
        Means means = book.book(processor, List.of(new BookSales.One(sale, payment(processor, line, payer, document))))
                .getFirst();
        confirm.confirm(business, means, clock.today(business));
        audit.record(
                business,
                "placed a card payment",
                "%s of %s".formatted(line.gross().withCurrency(), customer.name()));
    }

    private static NewPayment payment(
            ProcessorAccount processor, PayoutLine line, CustomerId payer, DocumentId document) {
        return new NewPayment(
                payer,
                line.on(),
                line.gross(),
                new NewPayment.Origin(
                        Channel.CARD,
                        line.description(),
                        processor.accounts().clearing(),
                        line.gross().withMinor(0),
                        NewPayment.Said.NOTHING,
                        new NewPayment.CardSale(processor.id(), line.saleReference(), line.fee(), null)),
                null,
                document == null ? new Policy.OnAccount() : new Policy.OfDocument(document));
    }
}
