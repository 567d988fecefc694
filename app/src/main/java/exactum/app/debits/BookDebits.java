package exactum.app.debits;

import exactum.app.database.AtOnce;
import exactum.app.ledger.Ledger;
import exactum.app.mandates.Mandates;
import exactum.app.settlement.Channel;
import exactum.app.settlement.Claims;
import exactum.app.settlement.NewPayment;
import exactum.app.settlement.Settle;
import exactum.app.setup.FindSetup;
import exactum.app.waiting.NewWaiting;
import exactum.app.waiting.Wait;
import exactum.app.web.Texts;
import exactum.core.bank.WaitingKind;
import exactum.core.ids.BusinessId;
import exactum.core.ids.MandateId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.AccountRole;
import exactum.core.mandate.MandateState;
import exactum.core.money.Money;
import exactum.core.settlement.Policy;
import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Books what is collected, on its day and never because a file was made: each collection settles what it was for, and the group
 * waits as one for its bank line. A group is booked whole or not at all, and once.
 */
@Component
class BookDebits {
    private static final int CHUNK = 800;
    private final DebitStore debits;
    private final DebitGroupStore groupStore;
    private final Claims claims;
    private final Settle settle;
    private final Wait wait;
    private final Ledger ledger;
    private final FindSetup setup;
    private final Mandates change;
    private final TransactionTemplate transaction;

    BookDebits(
            DebitStore debits,
            DebitGroupStore groupStore,
            Claims claims,
            Settle settle,
            Wait wait,
            Ledger ledger,
            FindSetup setup,
            Mandates change,
            TransactionTemplate transaction) {
        this.debits = debits;
        this.groupStore = groupStore;
        this.claims = claims;
        this.settle = settle;
        this.wait = wait;
        this.ledger = ledger;
        this.setup = setup;
        this.change = change;
        this.transaction = transaction;
    }

    /** Books all of a business whose day has come. */
    void book(BusinessId business, LocalDate today) {
        List<DebitGroupStore.Group> groups = groupStore.toBook(business, today);
        AtOnce.each(groups, group -> transaction.executeWithoutResult(s -> book(business, group)));
        settle.wrote(groups.stream().mapToInt(DebitGroupStore.Group::count).sum());
    }

    private void book(BusinessId business, DebitGroupStore.Group group) {
        if (!groupStore.book(business, group.id())) return;
        claims.hold(business, groupStore.customers(business, group.id()));
        AccountCode clearing = ledger.accounts(business).of(AccountRole.DEBIT_CLEARING);
        Money total = groupStore.lockInFlight(business, group);
        if (!total.isPositive()) return;
        if (group.isBatch()) waits(business, group, clearing, total, group.reference(), null);
        List<DebitGroupStore.Numbered> page = groupStore.inGroup(business, group.id(), "", CHUNK);
        while (!page.isEmpty()) {
            List<DebitStore.Debit> some = debits.inState(business, page, DebitStore.IN_FLIGHT);
            if (!some.isEmpty()) book(business, group, clearing, some);
            page = groupStore.inGroup(business, group.id(), page.getLast().endToEnd(), CHUNK);
        }
    }

    private void book(
            BusinessId business, DebitGroupStore.Group group, AccountCode clearing, List<DebitStore.Debit> some) {
        settle.receiveAll(business, some.stream().map(d -> payment(d, clearing)).toList());
        debits.move(
                business,
                some.stream().map(DebitStore.Debit::id).toList(),
                List.of(DebitStore.IN_FLIGHT),
                DebitStore.COLLECTED);
        collected(
                business,
                some.stream().map(DebitStore.Debit::mandate).distinct().toList());
        if (!group.isBatch()) some.forEach(d -> waits(business, group, clearing, d.amount(), d.endToEnd(), d));
    }

    private static NewPayment payment(DebitStore.Debit d, AccountCode clearing) {
        List<Policy.Part> parts = d.items().entrySet().stream()
                .map(e -> Policy.Part.of(e.getKey(), e.getValue()))
                .toList();
        return new NewPayment(
                d.customer(),
                d.on(),
                d.amount(),
                new NewPayment.Origin(
                        Channel.DEBIT,
                        d.endToEnd(),
                        clearing,
                        d.amount().withMinor(0),
                        NewPayment.Said.NOTHING,
                        null,
                        d.id()),
                null,
                new Policy.Chosen(parts));
    }

    private void waits(
            BusinessId business,
            DebitGroupStore.Group group,
            AccountCode clearing,
            Money amount,
            String reference,
            DebitStore.Debit one) {
        wait.begin(
                business,
                new NewWaiting(
                        WaitingKind.DEBIT_BATCH,
                        clearing,
                        group.on(),
                        setup.rate(business, amount.currency(), group.on())
                                .value(amount)
                                .value(),
                        List.of(reference),
                        one == null
                                ? "%s, %s".formatted(group.reference(), Texts.count(group.count(), "debit", "debits"))
                                : "debit of " + one.customerName(),
                        one == null ? null : one.customer(),
                        null,
                        one == null ? group.id().value() : one.id().value()));
    }

    /** Mandates of which something was collected know it; one that was for so many is used up with the last. */
    private void collected(BusinessId business, List<MandateId> used) {
        debits.everCollected(business, used);
        for (MandateId id : debits.withNoneLeft(business, used))
            change.move(business, id, MandateState.USED_UP, "the last collection that was agreed is collected");
    }
}
