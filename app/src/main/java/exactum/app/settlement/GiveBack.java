package exactum.app.settlement;

import exactum.app.database.Ids;
import exactum.app.ledger.Ledger;
import exactum.core.ids.BusinessId;
import exactum.core.ids.MeansId;
import exactum.core.ids.RefundId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.settlement.Changes;
import exactum.core.settlement.Position;
import exactum.core.settlement.Refund;
import exactum.core.settlement.Refunding;
import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Refunds: each names what it draws on and the payment it goes back through; both limits hold. */
@Component
public class GiveBack {
    private final PositionStore positions;
    private final ChangesStore changesStore;
    private final Ledger ledger;

    GiveBack(PositionStore positions, ChangesStore changesStore, Ledger ledger) {
        this.positions = positions;
        this.changesStore = changesStore;
        this.ledger = ledger;
    }

    /** Refunds a part of what is left of a means. */
    @Transactional(propagation = Propagation.MANDATORY)
    public Refund refund(
            BusinessId business, MeansId drawnOn, MeansId through, Money amount, LocalDate on, AccountCode account) {
        var changes = new Changes();
        Position position =
                positions.whole(business, positions.customerOf(business, drawnOn), ledger.accounts(business), changes);
        Refund refund =
                Refunding.refund(position, new RefundId(Ids.next()), drawnOn, through, amount, on, account, "Refund");
        changesStore.save(business, changes, List.of());
        return refund;
    }

    /** A refund that was refused: the money is left again where it was drawn from. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void refused(BusinessId business, RefundId id, LocalDate on, AccountCode account) {
        Refund refund = positions.refund(business, id);
        var changes = new Changes();
        Position position = positions.whole(
                business, positions.customerOf(business, refund.drawnOn()), ledger.accounts(business), changes);
        Refunding.refused(position, new RefundId(Ids.next()), refund, on, account);
        changesStore.save(business, changes, List.of());
    }
}
