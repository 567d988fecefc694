package exactum.app.refunds;

import exactum.app.bank.LineRef;
import exactum.app.bank.Match;
import exactum.app.payouts.FindPayouts;
import exactum.app.payouts.Payout;
import exactum.app.payouts.PayoutLine;
import exactum.app.settlement.FindPayments;
import exactum.app.web.NotHere;
import exactum.core.card.ProcessorPort;
import exactum.core.ids.BusinessId;
import exactum.core.ids.MeansId;
import exactum.core.ids.PayoutId;
import exactum.core.problem.Refusal;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Money that was given back at the processor without us, and that only a payout tells of. */
@Component
class RefundsInPayouts {
    private final FindPayouts payouts;
    private final FindPayments payments;
    private final RefundStore store;
    private final Match match;

    RefundsInPayouts(FindPayouts payouts, FindPayments payments, RefundStore store, Match match) {
        this.payouts = payouts;
        this.payments = payments;
        this.store = store;
        this.match = match;
    }

    /**
     * A line, with the payment that it went back through.
     */
    record Found(MeansId payment, Route.InPayout route) {}

    /** @throws Refusal if it is known already, the sale is not, or one of ours has no answer yet and may be this one */
    Found find(BusinessId business, PayoutId id, int lineNo) {
        Payout payout = payouts.find(business, id).orElseThrow(NotHere::new);
        PayoutLine line = payouts.line(business, id, lineNo).orElseThrow(NotHere::new);
        requireOpen(line);
        FindPayments.Payment payment = payments.ofSale(business, payout.processor(), line.saleReference())
                .orElseThrow(
                        () -> new Refusal(
                                "refund.no-sale",
                                "The books do not know the sale that this gave back. Nothing was refunded. Say first whose that sale is, on its payout."));
        if (store.isAsked(business, payment.id(), line.gross().negated()))
            throw new Refusal(
                    "refund.asked",
                    "A refund of this amount was asked for and has no answer yet: this may be it. Nothing was refunded. It is matched by itself once the processor answers.");
        var done = new ProcessorPort.Refunded(
                line.named(),
                line.saleReference(),
                line.gross().negated(),
                line.fee().negated(),
                line.on());
        return new Found(payment.id(), new Route.InPayout(id, lineNo, line.id(), payout.reference(), done));
    }

    /** Holds the line until the transaction ends, if nobody has said meanwhile what it was for. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void hold(BusinessId business, Route.InPayout route) {
        match.hold(business, List.of(new LineRef.OfPayout(route.line())));
        requireOpen(payouts.line(business, route.payout(), route.lineNo()).orElseThrow(NotHere::new));
    }

    private static void requireOpen(PayoutLine line) {
        if (!line.isRefundToSay())
            throw new Refusal(
                    "refund.known", "It is known by now what this line of the payout was for. Nothing was refunded.");
    }
}
