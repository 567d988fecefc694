package exactum.app.refunds;

import exactum.app.audit.Audit;
import exactum.app.web.NotHere;
import exactum.core.ids.BusinessId;
import exactum.core.ids.RefundOrderId;
import exactum.core.problem.Refusal;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Leaves the money of a refused refund where it is: on account. */
@Component
class LeaveRefund {
    private final RefundStore store;
    private final Audit audit;

    LeaveRefund(RefundStore store, Audit audit) {
        this.store = store;
        this.audit = audit;
    }

    @Transactional
    public void leave(BusinessId business, RefundOrderId id) {
        RefundOrder order = store.lock(business, id).orElseThrow(NotHere::new);
        if (order.state() != RefundOrder.State.REFUSED)
            throw new Refusal("refund.not-refused", "This refund was not refused. Nothing was changed.");
        store.settled(business, order.drawnOn(), Audit.who());
        audit.record(
                business, "left a refused refund on account", order.amount().withCurrency());
    }
}
