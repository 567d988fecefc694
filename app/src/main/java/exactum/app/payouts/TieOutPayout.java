package exactum.app.payouts;

import exactum.app.audit.Audit;
import exactum.app.ledger.Ledger;
import exactum.app.setup.ProcessorAccount;
import exactum.app.setup.SetupStore;
import exactum.core.problem.Refusal;
import java.nio.charset.StandardCharsets;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Books the fees that a payout holds and the books do not have, and marks it tied out once it comes out. */
@Component
public class TieOutPayout {
    private final SetupStore setup;
    private final PayoutStore payouts;
    private final Ledger ledger;
    private final Audit audit;

    TieOutPayout(SetupStore setup, PayoutStore payouts, Ledger ledger, Audit audit) {
        this.setup = setup;
        this.payouts = payouts;
        this.ledger = ledger;
        this.audit = audit;
    }

    /** Books what can be booked and ties out; pressing twice books once. */
    @Transactional
    public void bookAndTieOut(UUID id) {
        Payout payout = payouts.lock(id);
        if (payout.tiedOut()) return;
        ProcessorAccount processor = setup.processor(payout.processorId());
        for (PayoutTieOut.Shown fee : PayoutTieOut.of(payout).bookable()) {
            UUID source = UUID.nameUUIDFromBytes((id + "/" + fee.lineNo()).getBytes(StandardCharsets.UTF_8));
            UUID entry = ledger.book(ledger.bookings()
                    .processorFee(
                            payout.salesOn(),
                            source,
                            "Fee “%s” in payout %s".formatted(fee.whose(), payout.reference()),
                            fee.row().difference().negated(),
                            processor.feeAccount(),
                            processor.clearingAccount()));
            payouts.markBooked(id, fee.lineNo(), entry);
            audit.record("booked a fee of a payout", payout.reference());
        }
        tieOutIfEven(id);
        if (!payouts.get(id).tiedOut()) {
            throw new Refusal(
                    "payout.off",
                    payout.bankLineId() == null
                            ? "Payout %s has not landed at the bank yet, so it cannot be tied out. Nothing was booked. Read in the statement first."
                                    .formatted(payout.reference())
                            : "Payout %s still does not come out. Nothing was booked. Look at the lines that differ."
                                    .formatted(payout.reference()));
        }
    }

    /** Marks the payout tied out if it has landed and every line is even. */
    @Transactional
    public void tieOutIfEven(UUID id) {
        Payout before = payouts.get(id);
        payouts.joinReceipts(before.processorId(), id);
        Payout payout = payouts.get(id);
        if (payout.bankLineId() != null && PayoutTieOut.of(payout).tieOut().comesOut()) payouts.markTiedOut(id);
    }
}
