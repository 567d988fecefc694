package exactum.app.byhand;

import exactum.app.approvals.Approval;
import exactum.app.approvals.ApprovalKind;
import exactum.app.approvals.Approvals;
import exactum.app.approvals.Approved;
import exactum.app.audit.Audit;
import exactum.app.database.Ids;
import exactum.app.installation.BusinessClock;
import exactum.app.ledger.FindAccounts;
import exactum.app.ledger.FindBooks;
import exactum.app.ledger.Ledger;
import exactum.app.setup.Account;
import exactum.app.setup.FindSetup;
import exactum.app.web.NotHere;
import exactum.core.ids.BusinessId;
import exactum.core.ids.EntryId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.AccountRole;
import exactum.core.ledger.Entry;
import exactum.core.ledger.EntryByHand;
import exactum.core.ledger.Event;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Books what a person says, once a second one has looked at it; taken back by the same entry the other way round. */
@Component
public class BookByHand {
    private static final Set<AccountRole> KEPT =
            EnumSet.of(AccountRole.RECEIVABLES, AccountRole.CREDIT, AccountRole.DEPOSITS, AccountRole.EXCHANGE);
    private final ManualEntryStore store;
    private final FindSetup setup;
    private final FindBooks books;
    private final FindAccounts accounts;
    private final Ledger ledger;
    private final Approvals approvals;
    private final BusinessClock clock;
    private final Audit audit;

    BookByHand(
            ManualEntryStore store,
            FindSetup setup,
            FindBooks books,
            FindAccounts accounts,
            Ledger ledger,
            Approvals approvals,
            BusinessClock clock,
            Audit audit) {
        this.store = store;
        this.setup = setup;
        this.books = books;
        this.accounts = accounts;
        this.ledger = ledger;
        this.approvals = approvals;
        this.clock = clock;
        this.audit = audit;
    }

    /** Accounts that may be booked by hand. */
    @Transactional(readOnly = true)
    public List<Account> accounts(BusinessId business) {
        Set<AccountCode> kept = kept(business);
        return setup.accounts(business).stream()
                .filter(a -> !kept.contains(a.code()))
                .toList();
    }

    /** Asks for an entry to be booked; it waits for a second person. */
    @Transactional
    public UUID ask(BusinessId business, EntryByHand entry) {
        return ask(business, entry, null);
    }

    /** Asks for one that was booked to be taken back. */
    @Transactional
    public UUID askToUndo(BusinessId business, UUID id, String why) {
        ManualEntry made = store.find(business, id).orElseThrow(NotHere::new);
        standing(business, id);
        return ask(business, made.entry().mirrored(clock.today(business), why), id);
    }

    private UUID ask(BusinessId business, EntryByHand entry, UUID undoes) {
        Set<AccountCode> known =
                setup.accounts(business).stream().map(Account::code).collect(Collectors.toSet());
        entry.require(known, kept(business));
        UUID id = Ids.next();
        store.insert(business, new ManualEntry(id, entry, undoes, clock.today(business), Audit.who()));
        Money debits = Money.sum(
                entry.lines().getFirst().amount().currency(),
                entry.lines().stream()
                        .map(EntryByHand.Line::amount)
                        .filter(Money::isPositive)
                        .toList());
        approvals.mayGo(
                business,
                new Approvals.What(
                        ApprovalKind.ENTRY,
                        id,
                        entry.cause(),
                        "Book by hand: " + entry.cause(),
                        List.of(debits),
                        "/ledger/by-hand/" + id));
        return id;
    }

    @Transactional(readOnly = true)
    public Optional<ManualEntry> find(BusinessId business, UUID id) {
        return store.find(business, id);
    }

    /** The latest, each with how far it is. */
    @Transactional(readOnly = true)
    public List<ManualEntry.Listed> latest(BusinessId business, int most) {
        return store.latest(business, most).stream()
                .map(m -> new ManualEntry.Listed(m, state(business, m.id())))
                .toList();
    }

    private ManualEntry.State state(BusinessId business, UUID id) {
        Optional<Entry> entry = booked(business, id);
        if (entry.isPresent())
            return accounts.undoneBy(business, entry.get().id()).isPresent()
                    ? ManualEntry.State.TAKEN_BACK
                    : ManualEntry.State.BOOKED;
        return approvals.isAsked(business, ApprovalKind.ENTRY, id)
                ? ManualEntry.State.WAITING
                : ManualEntry.State.REFUSED;
    }

    /** What was asked for it, and said. */
    @Transactional(readOnly = true)
    public Optional<Approval> approval(BusinessId business, UUID id) {
        return approvals.last(business, ApprovalKind.ENTRY, id);
    }

    /** The entry of it, once it is booked. */
    @Transactional(readOnly = true)
    public Optional<Entry> booked(BusinessId business, UUID id) {
        return books.find(business, Event.BOOKED_BY_HAND, id);
    }

    @EventListener
    void approved(Approved what) {
        if (what.kind() != ApprovalKind.ENTRY) return;
        BusinessId business = what.business();
        ManualEntry made = store.find(business, what.subject()).orElseThrow(NotHere::new);
        EntryId undone = made.undoes() == null ? null : standing(business, made.undoes());
        ledger.book(business, made.entry().entry(Ids.NEW, made.id(), undone));
        audit.record(business, "booked by hand", made.entry().cause());
    }

    /** The entry of one that is booked and was not taken back. */
    private EntryId standing(BusinessId business, UUID id) {
        EntryId booked = booked(business, id)
                .map(Entry::id)
                .orElseThrow(() -> new Refusal(
                        "entry.open", "It is not booked, so there is nothing to take back. Nothing was changed."));
        if (accounts.undoneBy(business, booked).isPresent())
            throw new Refusal("entry.undone", "It was taken back already. Nothing was changed.");
        return booked;
    }

    private Set<AccountCode> kept(BusinessId business) {
        Set<AccountCode> kept = new HashSet<>();
        setup.accounts(business).stream()
                .filter(a ->
                        a.role() != null && (KEPT.contains(a.role()) || a.role().isWaiting()))
                .forEach(a -> kept.add(a.code()));
        setup.bankAccounts(business).forEach(b -> kept.add(b.account()));
        setup.processors(business).forEach(p -> kept.add(p.accounts().clearing()));
        return kept;
    }
}
