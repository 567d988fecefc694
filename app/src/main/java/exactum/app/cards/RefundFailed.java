package exactum.app.cards;

import exactum.app.setup.ProcessorAccount;

/** A card's bank sent a refund back, as the processor tells, in the transaction that is open. */
public record RefundFailed(ProcessorAccount processor, String reference, String why) {}
