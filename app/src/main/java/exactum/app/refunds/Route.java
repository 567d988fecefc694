package exactum.app.refunds;

import exactum.core.bank.Iban;
import exactum.core.card.ProcessorPort;
import exactum.core.ids.PayoutId;
import exactum.core.ids.PayoutLineId;

/** How money goes back. */
public sealed interface Route {

    /** To the card that it came from, through its processor. */
    record Card() implements Route {}

    /**
     * To the card it has gone already, at the processor: a payout says so.
     *
     * @param reference of the payout
     * @param done what went back, with what of the fee
     */
    record InPayout(PayoutId payout, int lineNo, PayoutLineId line, String reference, ProcessorPort.Refunded done)
            implements Route {}

    /** By a transfer that goes into a file for the bank. */
    record Transfer(String payee, Iban account) implements Route {}

    /** By a transfer, or cash, that a person makes without us. */
    record ByHand() implements Route {}
}
