package exactum.app.bank;

import exactum.core.ids.BankLineId;
import exactum.core.ids.PayoutLineId;

/** A line that parts can explain: of a bank statement or of a payout. */
public sealed interface LineRef {
    record OfBank(BankLineId id) implements LineRef {}

    record OfPayout(PayoutLineId id) implements LineRef {}
}
