package exactum.app.waiting;

import exactum.app.ledger.FindBooks;
import exactum.core.bank.WaitingItem;
import exactum.core.ids.BusinessId;
import exactum.core.ids.WaitingId;
import exactum.core.ledger.Periods;
import exactum.core.money.Money;
import exactum.core.money.Valued;
import java.time.LocalDate;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Lets money wait, and confirms it, in part or whole. Whoever calls it books the entry that goes with it. */
@Component
public class Wait {
    private final WaitingStore items;
    private final FindBooks books;

    Wait(WaitingStore items, FindBooks books) {
        this.items = items;
        this.books = books;
    }

    /** Lets it wait; nothing if its source made it wait already. */
    @Transactional(propagation = Propagation.MANDATORY)
    public Optional<WaitingId> begin(BusinessId business, NewWaiting money) {
        return beginAll(business, List.of(money)).stream().findFirst();
    }

    /** Lets several wait, and answers the ids of those whose source did not make them wait already. */
    @Transactional(propagation = Propagation.MANDATORY)
    public List<WaitingId> beginAll(BusinessId business, List<NewWaiting> all) {
        Periods periods = books.periods(business);
        return items.insert(all.stream()
                .map(w -> WaitingStore.row(business, w, periods.countsOn(w.since())))
                .toList());
    }

    /** Lets several wait whose sources are new, as the means that a sale just became. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void beginNew(BusinessId business, List<NewWaiting> all) {
        Periods periods = books.periods(business);
        items.copy(all.stream()
                .map(w -> WaitingStore.row(business, w, periods.countsOn(w.since())))
                .toList());
    }

    /**
     * Confirms a part of what is left and answers the item as it was, locked.
     *
     * @throws exactum.core.problem.Refusal if that much is not left: taking it again would count the money twice
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public Confirmed confirm(BusinessId business, WaitingId id, Money part) {
        WaitingItem item = items.lock(business, List.of(id)).getFirst();
        Valued worth = item.part(part);
        items.updateAll(business, List.of(item.less(worth)));
        return new Confirmed(item, worth);
    }

    /**
     * Confirms all that is left of many items, as {@link #confirm} does of one.
     *
     * @throws exactum.core.problem.Refusal if nothing is left of one
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public Map<WaitingId, Confirmed> confirmWhole(BusinessId business, Collection<WaitingId> ids) {
        Map<WaitingId, Confirmed> confirmed = new LinkedHashMap<>();
        for (WaitingItem item : items.lock(business, ids))
            confirmed.put(item.id(), new Confirmed(item, item.part(item.left().amount())));
        items.updateAll(
                business,
                confirmed.values().stream().map(c -> c.item().less(c.part())).toList());
        return confirmed;
    }

    /** Confirms all that is left of items that are held already. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void confirmHeld(BusinessId business, Collection<WaitingId> ids) {
        items.takeWhole(business, ids);
    }

    /** Says how a payout names what waits already. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void named(BusinessId business, WaitingId id, NewWaiting.AtProcessor at) {
        items.lock(business, List.of(id));
        items.named(business, id, at);
    }

    /** What was confirmed of an item. */
    public record Confirmed(WaitingItem item, Valued part) {}

    /** Takes a confirmation back: the part waits again. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void again(BusinessId business, WaitingId id, Valued part) {
        items.updateAll(
                business, List.of(items.lock(business, List.of(id)).getFirst().again(part)));
    }

    /**
     * Lets a part go without the bank: a payment that was taken out again, a debit that was rejected.
     *
     * @throws exactum.core.problem.Refusal if that much is not left
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void letGo(BusinessId business, WaitingId id, Money part, LocalDate on) {
        WaitingItem item = items.lock(business, List.of(id)).getFirst();
        items.updateAll(business, List.of(item.less(item.part(part))));
        items.addGone(business, id, part, books.periods(business).countsOn(on));
    }
}
