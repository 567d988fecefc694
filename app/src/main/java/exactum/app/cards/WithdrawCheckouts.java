package exactum.app.cards;

import exactum.app.business.Business;
import exactum.app.business.FindBusinesses;
import exactum.app.links.LinkWithdrawn;
import exactum.app.settlement.Settled;
import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.core.card.NoAnswer;
import exactum.core.card.ProcessorPort;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.settlement.Signal;
import java.util.List;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Takes card pages back whose offer is out of date: what is open changed, or their link was withdrawn. That it is to be done
 * is written in the transaction that made it so; the processor is told afterwards, again and again until it confirms. A card
 * that was faster is taken in like any other payment.
 */
@Component
public class WithdrawCheckouts {
    private static final int MOST = 100;
    private final CollectionStore collections;
    private final FindBusinesses businesses;
    private final FindSetup setup;
    private final Connections connections;
    private final ChargeCard charges;
    private final SettleSale settle;
    private final TransactionTemplate transaction;

    WithdrawCheckouts(
            CollectionStore collections,
            FindBusinesses businesses,
            FindSetup setup,
            Connections connections,
            ChargeCard charges,
            SettleSale settle,
            TransactionTemplate transaction) {
        this.collections = collections;
        this.businesses = businesses;
        this.setup = setup;
        this.connections = connections;
        this.charges = charges;
        this.settle = settle;
        this.transaction = transaction;
    }

    @EventListener
    @Transactional(propagation = Propagation.MANDATORY)
    void openChanged(Settled settled) {
        List<ClaimId> changed = settled.signals().stream()
                .filter(Signal.OpenChanged.class::isInstance)
                .map(s -> ((Signal.OpenChanged) s).claim())
                .toList();
        if (changed.isEmpty()) return;
        collections.liveFor(settled.business(), changed).forEach(this::want);
    }

    @EventListener
    @Transactional(propagation = Propagation.MANDATORY)
    void linkWithdrawn(LinkWithdrawn gone) {
        collections.liveOf(gone.business(), gone.link()).forEach(this::want);
    }

    /** Ends the collection and writes down that its card page is to be taken back. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void want(Collection collection) {
        collections.close(collection, CollectionState.WITHDRAWN);
        boolean mayCome = collection.checkout().reference() != null
                || collection.checkout().card() != null;
        if (mayCome) collections.setWithdrawal(collection, "wanted");
    }

    /** Tells the processor; answers whether it confirmed, or a sale came of it that is taken in. */
    public boolean withdraw(Collection collection) {
        if (collection.checkout().card() != null) return confirmed(collection, charges.ask(collection));
        if (collection.checkout().reference() == null) return true;
        ProcessorAccount account =
                setup.processor(collection.business(), collection.checkout().processor());
        try {
            ProcessorPort.PageState state =
                    connections.to(account).close(collection.checkout().reference());
            if (state.sale() != null) settle.settle(account, collection, state.sale());
            return confirmed(collection, true);
        } catch (NoAnswer away) {
            return false;
        }
    }

    private boolean confirmed(Collection collection, boolean known) {
        if (known) transaction.executeWithoutResult(s -> collections.setWithdrawal(collection, "confirmed"));
        return known;
    }

    /** Tells the processors of all that are to be taken back. */
    public void withdrawAll() {
        for (BusinessId business : businesses.all().stream().map(Business::id).toList()) {
            collections.toWithdraw(business, MOST).forEach(this::withdraw);
        }
    }
}
