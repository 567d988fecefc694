package exactum.app.settlement;

import exactum.app.database.Ids;
import exactum.app.ledger.Ledger;
import exactum.app.setup.FindSetup;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import exactum.core.ids.ProcessorId;
import exactum.core.ledger.AccountRole;
import exactum.core.ledger.Accounts;
import exactum.core.money.ExchangeRate;
import exactum.core.money.Money;
import exactum.core.money.Valued;
import exactum.core.settlement.Changes;
import exactum.core.settlement.Claim;
import exactum.core.settlement.Means;
import exactum.core.settlement.Policy;
import exactum.core.settlement.Position;
import exactum.core.settlement.Settling;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.Currency;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * The only way means meet claims: receipts, credit that is used, credit notes, write-offs. Allocates by a policy, books, says
 * what was fully paid, and leaves the rest on account. Runs in the caller's transaction; who else settles something of the
 * same customer waits.
 */
@Component
public class Settle {
    private final PositionStore positions;
    private final ChangesStore changesStore;
    private final FindSetup setup;
    private final Ledger ledger;

    Settle(PositionStore positions, ChangesStore changesStore, FindSetup setup, Ledger ledger) {
        this.positions = positions;
        this.changesStore = changesStore;
        this.setup = setup;
        this.ledger = ledger;
    }

    /** Takes money in. A sale of a processor that was taken before is not taken again, and nothing is answered. */
    @Transactional(propagation = Propagation.MANDATORY)
    public Optional<Means> receive(BusinessId business, NewPayment payment) {
        NewPayment.CardSale sale = payment.origin().sale();
        if (sale != null) {
            positions.lock(business, List.of(payment.customer()));
            if (changesStore.hasSale(business, sale.processor(), sale.reference())) return Optional.empty();
        }
        return Optional.of(receiveAll(business, List.of(payment)).getFirst());
    }

    /** Which of a processor's sales were taken in before; true for as long as their payers are held. */
    public Set<String> salesAmong(BusinessId business, ProcessorId processor, Collection<String> references) {
        return changesStore.salesAmong(business, processor, references);
    }

    /** Takes many payments in at once, each by its own policy, and answers their means in order. */
    @Transactional(propagation = Propagation.MANDATORY)
    public List<Means> receiveAll(BusinessId business, List<NewPayment> payments) {
        Accounts accounts = ledger.accounts(business);
        var changes = new Changes();
        List<CustomerId> payers = payments.stream()
                .map(NewPayment::customer)
                .distinct()
                .sorted(Comparator.comparing(CustomerId::value))
                .toList();
        Map<CustomerId, String> names = changesStore.customerNames(business, payers);
        Map<CustomerId, Position> loaded = positions.forReceiving(business, payers, named(payments), accounts, changes);
        Map<Currency, Map<LocalDate, ExchangeRate>> rates = new HashMap<>();
        var means = new ArrayList<Means>(payments.size());
        var receipts = new ArrayList<ChangesStore.ReceiptRow>(payments.size());
        for (NewPayment payment : payments) {
            ExchangeRate rate = rates.computeIfAbsent(payment.amount().currency(), c -> new HashMap<>())
                    .computeIfAbsent(
                            payment.on(),
                            day -> setup.rate(business, payment.amount().currency(), day));
            var incoming = incoming(payment, rate, accounts);
            means.add(Settling.receive(loaded.get(payment.customer()), incoming, payment.policy()));
            receipts.add(new ChangesStore.ReceiptRow(incoming.id(), payment, names.get(payment.customer())));
        }
        changesStore.save(business, changes, receipts);
        return means;
    }

    /** So many payments were taken in by one piece of work. */
    public void wrote(int payments) {
        changesStore.wrote(payments);
    }

    /** Lets what is left of a means settle more: credit that is used, or a deposit by a decision. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void use(BusinessId business, MeansId means, Policy policy, LocalDate on) {
        CustomerId customer = positions.customerOf(business, means);
        var changes = new Changes();
        Position position = positions.whole(business, customer, ledger.accounts(business), changes);
        Settling.use(position, means, policy, on, "Credit used");
        changesStore.save(business, changes, List.of());
    }

    /**
     * Lets a customer's free credit settle what is open on a document, the oldest first, up to a limit; what was reserved
     * for the document goes before it, whatever the limit. Answers how much it settled.
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public Money useCredit(
            BusinessId business, CustomerId customer, DocumentId document, Optional<Money> limit, LocalDate on) {
        var changes = new Changes();
        Position position = positions.whole(business, customer, ledger.accounts(business), changes);
        Money before = open(position, document);
        for (Means reserved : position.reservedFor(document)) {
            Settling.use(position, reserved.id(), new Policy.OfDocument(document), on, "Prepayment used");
        }
        Money stillOpen = open(position, document);
        for (Means credit : position.freeCredit()) {
            boolean same = credit.left().amount().currency().equals(before.currency());
            Money wanted = limit.map(l -> l.minus(stillOpen.minus(open(position, document))))
                    .orElseGet(() -> open(position, document))
                    .min(open(position, document));
            if (!same || !wanted.isPositive()) continue;
            Settling.use(
                    position,
                    credit.id(),
                    chosen(position, document, wanted.min(credit.left().amount())),
                    on,
                    "Credit used");
        }
        changesStore.save(business, changes, List.of());
        return before.minus(open(position, document));
    }

    /** Money that waits for a document waits for another from now on. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void reserveFor(BusinessId business, DocumentId from, DocumentId to) {
        changesStore.reserveFor(business, from, to);
    }

    /** Which of the documents some money was reserved for. */
    public Set<DocumentId> reservedAmong(BusinessId business, List<DocumentId> documents) {
        return positions.reservedAmong(business, documents);
    }

    /** A credit note as it is issued; see {@link Settling#credit}. */
    @Transactional(propagation = Propagation.MANDATORY)
    public Means credit(
            BusinessId business,
            CustomerId customer,
            DocumentId note,
            LocalDate on,
            DocumentId credited,
            List<Settling.Cost> debits,
            String memo) {
        var changes = new Changes();
        Position position = positions.whole(business, customer, ledger.accounts(business), changes);
        Means means = Settling.credit(position, new MeansId(Ids.next()), note, on, credited, debits, memo);
        changesStore.save(business, changes, List.of());
        return means;
    }

    /** Writes off what is left of a claim, with the tax inside it. */
    @Transactional(propagation = Propagation.MANDATORY)
    public Means writeOff(BusinessId business, ClaimId claim, LocalDate on, String memo) {
        CustomerId customer = positions.customerOf(business, claim);
        var changes = new Changes();
        Position position = positions.whole(business, customer, ledger.accounts(business), changes);
        Means means = Settling.writeOff(position, new MeansId(Ids.next()), claim, on, memo);
        changesStore.save(business, changes, List.of());
        return means;
    }

    private static Set<ClaimId> named(List<NewPayment> payments) {
        Set<ClaimId> named = new HashSet<>();
        for (NewPayment payment : payments) {
            if (payment.policy() instanceof Policy.Chosen chosen)
                chosen.parts().forEach(part -> named.add(part.claim()));
        }
        return named;
    }

    private static Settling.Incoming incoming(NewPayment payment, ExchangeRate rate, Accounts accounts) {
        NewPayment.Origin origin = payment.origin();
        Valued amount = rate.value(payment.amount()).value();
        List<Settling.Cost> costs = origin.charges().isZero()
                ? List.of()
                : List.of(new Settling.Cost(
                        accounts.of(AccountRole.BANK_CHARGES),
                        rate.value(origin.charges()).value()));
        String memo = "Payment by %s%s"
                .formatted(origin.channel().words(), origin.source().isEmpty() ? "" : ", " + origin.source());
        return new Settling.Incoming(
                payment.id(), payment.on(), amount, origin.account(), costs, payment.reservedFor(), memo);
    }

    private static Money open(Position position, DocumentId document) {
        List<Money> open =
                position.claimsOf(document).stream().map(c -> c.left().amount()).toList();
        return Money.sum(open.getFirst().currency(), open);
    }

    /** So much of the document's claims, in due order. */
    private static Policy chosen(Position position, DocumentId document, Money most) {
        var parts = new ArrayList<Policy.Part>();
        Money rest = most;
        for (Claim claim : position.openClaims()) {
            if (!claim.billed().document().equals(document)) continue;
            Money part = claim.left().amount().min(rest);
            if (part.isPositive()) parts.add(Policy.Part.of(claim.id(), part));
            rest = rest.minus(part);
        }
        return new Policy.Chosen(parts);
    }
}
