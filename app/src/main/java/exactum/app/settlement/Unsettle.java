package exactum.app.settlement;

import exactum.app.database.Ids;
import exactum.app.ledger.Ledger;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import exactum.core.ids.TakeBackId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.AccountRole;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.settlement.Changes;
import exactum.core.settlement.Means;
import exactum.core.settlement.Position;
import exactum.core.settlement.Settling;
import exactum.core.settlement.TakeBack;
import exactum.core.settlement.Unsettling;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Undoes what means settled, with a cause, by reversing rows beside what was; what the bank said stays as it is. */
@Component
public class Unsettle {
    private final PositionStore positions;
    private final ChangesStore changesStore;
    private final Ledger ledger;

    Unsettle(PositionStore positions, ChangesStore changesStore, Ledger ledger) {
        this.positions = positions;
        this.changesStore = changesStore;
        this.ledger = ledger;
    }

    /**
     * Money that goes away again.
     *
     * @param account where it is missing from now on
     * @param first claims that are reopened first, as chosen
     */
    public record Gone(
            MeansId means,
            Money amount,
            LocalDate on,
            TakeBack.Cause cause,
            String reason,
            AccountCode account,
            List<ClaimId> first) {}

    /**
     * Takes a means back, in full or in part.
     *
     * @throws Refusal if more is to go than still stands
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public TakeBack takeBack(BusinessId business, Gone gone) {
        return takeBackAll(business, List.of(gone)).getFirst();
    }

    /**
     * Takes several back at once, and answers them in order.
     *
     * @throws Refusal if more of one is to go than still stands; none is taken back then
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public List<TakeBack> takeBackAll(BusinessId business, List<Gone> all) {
        Map<MeansId, CustomerId> payers =
                positions.customersOf(business, all.stream().map(Gone::means).toList());
        var changes = new Changes();
        Map<CustomerId, Position> loaded =
                positions.whole(business, Set.copyOf(payers.values()), ledger.accounts(business), changes);
        List<TakeBack> backs = all.stream()
                .map(gone -> takeBack(loaded.get(payers.get(gone.means())), gone))
                .toList();
        changesStore.save(business, changes, List.of());
        return backs;
    }

    private static TakeBack takeBack(Position position, Gone gone) {
        Money standing = position.means(gone.means()).standing();
        if (gone.amount().compareTo(standing) > 0) {
            throw new Refusal(
                    "take-back.more",
                    "Only %s of this payment still stands, not %s. Nothing was changed."
                            .formatted(standing.text(), gone.amount().text()));
        }
        return Unsettling.takeBack(
                position,
                new Unsettling.Back(
                        new TakeBackId(Ids.next()),
                        gone.means(),
                        gone.amount(),
                        gone.on(),
                        gone.cause(),
                        gone.reason(),
                        gone.account(),
                        gone.first(),
                        List.of()));
    }

    /**
     * Takes a whole payment out again, because the match that it came by is undone or it was recorded by mistake.
     *
     * @param charges what the bank kept of it, which is undone with it
     * @throws Refusal if a part of it went away or was given back already
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public TakeBack takeOut(
            BusinessId business,
            MeansId means,
            LocalDate on,
            TakeBack.Cause cause,
            String reason,
            AccountCode account,
            Money charges) {
        AccountCode charged = ledger.accounts(business).of(AccountRole.BANK_CHARGES);
        return act(business, means, position -> {
            Means whole = position.means(means);
            boolean touched = !whole.takenBack().isZero()
                    || !whole.refunded().isZero()
                    || !whole.refundedThrough().isZero();
            if (touched) {
                throw new Refusal(
                        "take-back.touched",
                        "A part of this payment was returned or refunded already, so it cannot be taken out. Nothing was changed.");
            }
            return Unsettling.takeBack(
                    position,
                    new Unsettling.Back(
                            new TakeBackId(Ids.next()),
                            means,
                            whole.amount().amount(),
                            on,
                            cause,
                            reason,
                            account,
                            List.of(),
                            charges.isZero()
                                    ? List.of()
                                    : List.of(new Settling.Cost(
                                            charged, whole.amount().part(charges)))));
        });
    }

    /** Undoes a take-back: the money is there again and settles what it settled before, as far as that is open. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void restore(BusinessId business, MeansId means, TakeBackId undone, LocalDate on, AccountCode account) {
        act(business, means, position -> {
            Unsettling.restore(position, new TakeBackId(Ids.next()), undone, on, account);
            return undone;
        });
    }

    /** Takes a means off a claim by hand; it is left on account, the claim is open again. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void release(BusinessId business, MeansId means, ClaimId claim, Money amount, LocalDate on) {
        act(business, means, position -> {
            Unsettling.release(position, means, claim, amount, on, "Taken off by hand");
            return claim;
        });
    }

    /** Takes a means off the open items of a document by hand; it is left on account, they are open again. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void releaseOf(BusinessId business, MeansId means, DocumentId document, Money amount, LocalDate on) {
        act(business, means, position -> {
            Unsettling.releaseOf(position, means, document, amount, on, "Taken off to be refunded");
            return document;
        });
    }

    private <T> T act(BusinessId business, MeansId means, Function<Position, T> verb) {
        CustomerId customer = positions.customerOf(business, means);
        var changes = new Changes();
        T result = verb.apply(positions.whole(business, customer, ledger.accounts(business), changes));
        changesStore.save(business, changes, List.of());
        return result;
    }
}
