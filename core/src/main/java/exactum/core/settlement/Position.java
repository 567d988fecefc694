package exactum.core.settlement;

import exactum.core.ids.AllocationId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.EntryId;
import exactum.core.ids.MeansId;
import exactum.core.ids.NewIds;
import exactum.core.ids.TakeBackId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.AccountRole;
import exactum.core.ledger.Accounts;
import exactum.core.ledger.EntryWriter;
import exactum.core.ledger.Event;
import exactum.core.money.Money;
import exactum.core.money.Rounding;
import exactum.core.money.Valued;
import exactum.core.problem.Bug;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Stream;

/**
 * What one customer owes and what may settle it, as far as an act needs it: all open claims, and of the means and
 * allocations those that the act can touch. The verbs ({@link Settling}, {@link Unsettling}, {@link Refunding}) change it
 * in memory and note every {@link Changes change}; whoever loaded it under a lock keeps them.
 */
public final class Position {
    private final CustomerId customer;
    private final Accounts accounts;
    private final NewIds ids;
    private final Map<ClaimId, Claim> claims = new LinkedHashMap<>();
    private final Map<MeansId, Means> means = new LinkedHashMap<>();
    private final List<Allocation> allocations = new ArrayList<>();
    private final Map<TakeBackId, TakeBack> takeBacks = new LinkedHashMap<>();
    private final Changes changes;

    /** A position that nothing was loaded into yet; what becomes of it is written down in the changes. */
    public Position(CustomerId customer, Accounts accounts, NewIds ids, Changes changes) {
        this.customer = customer;
        this.accounts = accounts;
        this.ids = ids;
        this.changes = changes;
    }

    /** Puts in a claim that is stored already. */
    public Position with(Claim claim) {
        claims.put(claim.id(), claim);
        return this;
    }

    /** Puts in a means that is stored already. */
    public Position with(Means one) {
        means.put(one.id(), one);
        return this;
    }

    /** Puts in an allocation that is stored already; in the order in which they were made. */
    public Position with(Allocation allocation) {
        allocations.add(allocation);
        return this;
    }

    /** Puts in a take-back that is stored already. */
    public Position with(TakeBack takeBack) {
        takeBacks.put(takeBack.id(), takeBack);
        return this;
    }

    /** Adds a claim that is issued just now. */
    public Position issue(Claim claim) {
        claims.put(claim.id(), claim);
        changes.newClaims.put(claim.id(), claim);
        return this;
    }

    /** Whose position it is. */
    public CustomerId customer() {
        return customer;
    }

    /**
     * A claim of the position as it stands now.
     *
     * @throws Bug if it is not in the position
     */
    public Claim claim(ClaimId id) {
        Claim claim = claims.get(id);
        if (claim == null) throw new Bug("claim " + id + " was not loaded");
        return claim;
    }

    /**
     * A means of the position as it stands now.
     *
     * @throws Bug if it is not in the position
     */
    public Means means(MeansId id) {
        Means one = means.get(id);
        if (one == null) throw new Bug("means " + id + " was not loaded");
        return one;
    }

    /** The claims that something is left of, earliest due first. */
    public List<Claim> openClaims() {
        return claims.values().stream()
                .filter(Claim::isOpen)
                .sorted(Claim.DUE_ORDER)
                .toList();
    }

    /** All claims of a document that were loaded, in their order. */
    public List<Claim> claimsOf(DocumentId document) {
        return claims.values().stream()
                .filter(c -> c.billed().document().equals(document))
                .sorted(Comparator.comparingInt(Claim::seq))
                .toList();
    }

    /** The means that wait for a document and have something left. */
    public List<Means> reservedFor(DocumentId document) {
        return means.values().stream()
                .filter(m ->
                        document.equals(m.reservedFor()) && m.left().amount().isPositive())
                .toList();
    }

    /** The means that a policy may take, the oldest first. */
    public List<Means> freeCredit() {
        return means.values().stream()
                .filter(Means::isFreeCredit)
                .sorted(Comparator.comparing(Means::on).thenComparing(m -> m.id().value()))
                .toList();
    }

    /** The allocations of a means that stand, the newest first; what was undone in part stands with what is left of it. */
    List<Allocation> standing(MeansId of) {
        return standing(allocations.stream().filter(a -> a.means().equals(of)));
    }

    /** The allocations to a claim that stand, the newest first. */
    List<Allocation> standingOn(ClaimId claim) {
        return standing(allocations.stream().filter(a -> a.claim().equals(claim)));
    }

    private List<Allocation> standing(Stream<Allocation> some) {
        Map<AllocationId, Allocation> left = new LinkedHashMap<>();
        some.forEach(a -> {
            if (a.reverses() == null) {
                left.put(a.id(), a);
                return;
            }
            Allocation undone = left.get(a.reverses());
            left.put(
                    undone.id(),
                    new Allocation(
                            undone.id(),
                            undone.means(),
                            undone.claim(),
                            undone.claimPart().plus(a.claimPart()),
                            undone.meansPart().plus(a.meansPart()),
                            undone.countsOn(),
                            undone.entry(),
                            null,
                            null));
        });
        return left.values().stream()
                .filter(a -> !a.claimPart().amount().isZero())
                .toList()
                .reversed();
    }

    /** The allocations that a take-back undid, in their order. */
    List<Allocation> undoneBy(TakeBackId takeBack) {
        return allocations.stream().filter(a -> takeBack.equals(a.takeBack())).toList();
    }

    /** The means that go with a receipt: what it earned. */
    List<Means> earnedBy(MeansId receipt) {
        return means.values().stream().filter(m -> receipt.equals(m.earnedBy())).toList();
    }

    List<Means> ofKind(MeansKind kind) {
        return means.values().stream().filter(m -> m.kind() == kind).toList();
    }

    TakeBack takeBack(TakeBackId id) {
        TakeBack one = takeBacks.get(id);
        if (one == null) throw new Bug("take-back " + id + " was not loaded");
        return one;
    }

    boolean isOpen(DocumentId document) {
        return claims.values().stream()
                .anyMatch(c -> c.isOpen() && c.billed().document().equals(document));
    }

    NewIds ids() {
        return ids;
    }

    Accounts accounts() {
        return accounts;
    }

    AccountCode account(AccountRole role) {
        return accounts.of(role);
    }

    Act act(Event event, UUID source, LocalDate day, String memo) {
        return new Act(ids, event, source, day, memo, null);
    }

    Act act(Event event, UUID source, LocalDate day, String memo, EntryId reverses) {
        return new Act(ids, event, source, day, memo, reverses);
    }

    /** Ends an act: its entries are noted. */
    void done(Act act) {
        changes.entries.addAll(act.entries());
    }

    void signal(Signal signal) {
        changes.signals.add(signal);
    }

    void add(Means fresh) {
        means.put(fresh.id(), fresh);
        changes.newMeans.put(fresh.id(), fresh);
    }

    void put(Means changed) {
        means.put(changed.id(), changed);
        (changes.newMeans.containsKey(changed.id()) ? changes.newMeans : changes.changedMeans)
                .put(changed.id(), changed);
    }

    void put(Claim changed) {
        claims.put(changed.id(), changed);
        (changes.newClaims.containsKey(changed.id()) ? changes.newClaims : changes.changedClaims)
                .put(changed.id(), changed);
        changes.signals.add(new Signal.OpenChanged(changed.id()));
    }

    void add(TakeBack takeBack) {
        takeBacks.put(takeBack.id(), takeBack);
        changes.takeBacks.add(takeBack);
    }

    void add(Refund refund) {
        changes.refunds.add(refund);
    }

    /**
     * Lets a part of a means settle a part of a claim, in whichever currencies they are. The entry takes the means out of
     * where it stands and the claim off the receivables, on the later of their days.
     */
    Allocation allocate(Act act, Means from, Claim to, Money claimPart, Money meansPart) {
        Valued taken = to.left().part(claimPart);
        Valued given = from.left().part(meansPart);
        var id = new AllocationId(ids.next());
        LocalDate counts = latest(act.day(), from.on(), to.billed().date());
        EntryWriter entry = act.on(counts, id);
        home(entry, from, given);
        exchangeIfNeeded(entry, given, taken);
        entry.credit(
                account(AccountRole.RECEIVABLES), taken, customer, to.billed().document());
        put(from.withLeft(from.left().minus(given)));
        put(to.withLeft(to.left().minus(taken)));
        return noted(new Allocation(id, from.id(), to.id(), taken, given, counts, entry.id(), null, null));
    }

    /**
     * Undoes a part of an allocation: the claim is open again with it, the means has it left again. It counts on the later
     * of the act's day and the day from which the allocation counted.
     */
    Allocation release(Act act, Allocation allocation, Money claimPart, TakeBackId takeBack) {
        Valued taken = allocation.claimPart().part(claimPart);
        Money givenBack = allocation
                .meansPart()
                .amount()
                .share(claimPart, allocation.claimPart().amount(), Rounding.HALF_UP_PER_EXCHANGE);
        Valued given = allocation.meansPart().part(givenBack);
        Means from = means(allocation.means());
        Claim to = claim(allocation.claim());
        boolean wasPaid = !isOpen(to.billed().document());
        var id = new AllocationId(ids.next());
        LocalDate counts = latest(act.day(), allocation.countsOn());
        EntryWriter entry = act.on(counts, id);
        entry.debit(
                account(AccountRole.RECEIVABLES), taken, customer, to.billed().document());
        exchangeIfNeeded(entry, taken, given);
        home(entry, from, given.negated());
        put(from.withLeft(from.left().plus(given)));
        put(to.withLeft(to.left().plus(taken)));
        if (wasPaid) signal(new Signal.Reopened(to.billed().document()));
        return noted(new Allocation(
                id,
                from.id(),
                to.id(),
                taken.negated(),
                given.negated(),
                counts,
                entry.id(),
                allocation.id(),
                takeBack));
    }

    /** Debits where a means stands while it settles nothing; what is no money is a cost, with the tax inside it given back. */
    void home(EntryWriter entry, Means of, Valued value) {
        AccountCode account = account(of.kind().home());
        if (of.kind().isMoney()) {
            entry.debit(account, value, customer, null);
            return;
        }
        boolean back = value.amount().isNegative();
        Money inside = of.taxOfNext(value.amount().abs());
        Valued tax = value.part(back ? inside.negated() : inside);
        entry.debit(account, value.minus(tax), customer, of.document());
        entry.debit(account(AccountRole.OUTPUT_TAX), tax, null, of.document());
    }

    private void exchangeIfNeeded(EntryWriter entry, Valued debited, Valued credited) {
        boolean same = debited.amount().currency().equals(credited.amount().currency())
                && debited.own().equals(credited.own());
        if (!same) entry.exchange(debited, credited, accounts);
    }

    private Allocation noted(Allocation allocation) {
        allocations.add(allocation);
        changes.allocations.add(allocation);
        return allocation;
    }

    private static LocalDate latest(LocalDate... days) {
        return Stream.of(days).max(Comparator.naturalOrder()).orElseThrow();
    }
}
