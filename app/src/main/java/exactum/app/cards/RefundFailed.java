package exactum.app.cards;

import exactum.app.setup.ProcessorAccount;
import exactum.core.money.Money;

/** A card's bank sent all of a refund back, as the processor or its payout tells, in the transaction that is open. */
public record RefundFailed(ProcessorAccount processor, String reference, Money amount, String why) {}
