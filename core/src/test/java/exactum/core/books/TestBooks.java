package exactum.core.books;

import exactum.core.bank.Explained;
import exactum.core.bank.WaitingItem;
import exactum.core.bank.WaitingKind;
import exactum.core.ids.AllocationId;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BankLineId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.EntryId;
import exactum.core.ids.MatchId;
import exactum.core.ids.MeansId;
import exactum.core.ids.NewIds;
import exactum.core.ids.PayoutId;
import exactum.core.ids.RefundId;
import exactum.core.ids.TakeBackId;
import exactum.core.ids.WaitingId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.AccountRole;
import exactum.core.ledger.Accounts;
import exactum.core.ledger.Bookings;
import exactum.core.ledger.Entry;
import exactum.core.ledger.Event;
import exactum.core.ledger.Periods;
import exactum.core.money.ExchangeRate;
import exactum.core.money.Money;
import exactum.core.money.Valued;
import exactum.core.settlement.Allocation;
import exactum.core.settlement.Billed;
import exactum.core.settlement.Changes;
import exactum.core.settlement.Claim;
import exactum.core.settlement.EarlySettlement;
import exactum.core.settlement.Means;
import exactum.core.settlement.Policy;
import exactum.core.settlement.Position;
import exactum.core.settlement.Refund;
import exactum.core.settlement.Refunding;
import exactum.core.settlement.Rescheduling;
import exactum.core.settlement.Settling;
import exactum.core.settlement.TakeBack;
import exactum.core.settlement.TaxShare;
import exactum.core.settlement.Unsettling;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Currency;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.function.Consumer;

/**
 * A whole set of books in memory, kept as the application keeps its own: each act loads the position of a customer from
 * stored rows, changes it, and stores what changed. One euro business, one bank account, one processor.
 */
final class TestBooks {
    static final Currency EUR = Currency.getInstance("EUR");
    static final AccountCode BANK = new AccountCode("1000");
    static final AccountCode CLEARING = new AccountCode("1060");
    static final AccountCode INCOME = new AccountCode("4000");
    static final AccountCode CARD_FEES = new AccountCode("5000");
    final Accounts accounts = Accounts.worked();
    private long last;
    final NewIds ids = () -> new UUID(0x0000_0000_0000_7000L, ++last);
    final Bookings bookings = new Bookings(accounts, ids);
    final Map<ClaimId, Claim> claims = new LinkedHashMap<>();
    final Map<MeansId, Means> means = new LinkedHashMap<>();
    final List<Allocation> allocations = new ArrayList<>();
    final Map<TakeBackId, TakeBack> takeBacks = new LinkedHashMap<>();
    final Map<RefundId, Refund> refunds = new LinkedHashMap<>();
    final Map<DocumentId, Document> documents = new LinkedHashMap<>();
    final Map<WaitingId, WaitingItem> waiting = new LinkedHashMap<>();
    final Map<UUID, Line> lines = new LinkedHashMap<>();
    final Map<MatchId, Match> matches = new LinkedHashMap<>();
    final List<Booked> ledger = new ArrayList<>();
    private final Set<String> known = new HashSet<>();
    Periods periods = Periods.ALL_OPEN;

    /** A document with what it said. */
    record Document(
            DocumentId id, CustomerId customer, LocalDate date, boolean deposit, EntryId entry, boolean voided) {}

    /** A line of the bank or of a payout. */
    record Line(UUID id, LocalDate on, AccountCode standsOn, Explained explained) {}

    /** A part of a line joined to what it is. */
    record Match(
            MatchId id,
            UUID line,
            Valued part,
            WaitingId waiting,
            MeansId made,
            TakeBackId takeBack,
            EntryId entry,
            boolean undone) {}

    /** An entry with the day it counts on. */
    record Booked(Entry entry, LocalDate countsOn) {}

    static Money eur(String amount) {
        return Money.of("EUR", amount);
    }

    static Valued own(String amount) {
        return Valued.own(eur(amount));
    }

    AccountCode account(AccountRole role) {
        return accounts.of(role);
    }

    CustomerId customer() {
        return new CustomerId(ids.next());
    }

    // What is issued.

    DocumentId invoice(CustomerId customer, LocalDate date, String net, String taxPercent) {
        return invoice(customer, date, ExchangeRate.none(EUR, date), eur(net), taxPercent, INCOME, List.of(1), null);
    }

    /** A security deposit as it is billed, with a document of its own. */
    DocumentId deposit(CustomerId customer, LocalDate date, String amount) {
        return invoice(
                customer,
                date,
                ExchangeRate.none(EUR, date),
                eur(amount),
                "0",
                account(AccountRole.DEPOSITS),
                List.of(1),
                null);
    }

    /** An invoice over several instalments in the proportion of the weights, a month apart; the discount belongs to the first. */
    DocumentId invoice(
            CustomerId customer,
            LocalDate date,
            ExchangeRate rate,
            Money net,
            String taxPercent,
            AccountCode income,
            List<Integer> weights,
            EarlySettlement early) {
        var id = new DocumentId(ids.next());
        Money tax = net.withMinor(new BigDecimal(net.minor())
                .multiply(new BigDecimal(taxPercent))
                .movePointLeft(2)
                .setScale(0, java.math.RoundingMode.HALF_UP)
                .longValueExact());
        Valued ownNet = rate.value(net).value();
        Valued ownTax = rate.value(tax).value();
        boolean deposit = income.equals(account(AccountRole.DEPOSITS));
        var billed = new Billed(id, "LW-" + last, date, deposit, false, List.of(new TaxShare(net, tax)));
        Valued left = ownNet.plus(ownTax);
        Entry entry = bookings.invoiceIssued(
                id,
                "Invoice " + billed.number(),
                customer,
                date,
                List.of(new Bookings.Income(income, ownNet, List.of())),
                ownTax);
        documents.put(id, new Document(id, customer, date, deposit, entry.id(), false));
        book(entry);
        List<Money> parts = exactum.core.money.Split.byWeights(
                        left.amount(), weights.stream().map(Integer::longValue).toList())
                .parts();
        Valued rest = left;
        for (int i = 0; i < parts.size(); i++) {
            Valued part = rest.part(parts.get(i));
            rest = rest.minus(part);
            if (part.amount().isZero()) continue;
            Claim claim = Claim.fresh(
                    new ClaimId(ids.next()), customer, billed, i + 1, date.plusMonths(i), part, i == 0 ? early : null);
            claims.put(claim.id(), claim);
        }
        return id;
    }

    MeansId creditNote(CustomerId customer, LocalDate on, DocumentId credited, String net, String tax) {
        var note = new DocumentId(ids.next());
        var id = new MeansId(ids.next());
        var debits = new ArrayList<>(List.of(new Settling.Cost(INCOME, own(net))));
        if (!eur(tax).isZero()) debits.add(new Settling.Cost(account(AccountRole.OUTPUT_TAX), own(tax)));
        act(customer, p -> Settling.credit(p, id, note, on, credited, debits, "Credit note"));
        return id;
    }

    void voidDocument(DocumentId id, LocalDate on) {
        Document document = documents.get(id);
        act(document.customer(), p -> Rescheduling.voided(p, claimsOf(id)));
        Entry issued = find(document.entry());
        book(issued.reversed(ids, Event.DOCUMENT_VOIDED, id.value(), on));
        documents.put(
                id, new Document(id, document.customer(), document.date(), document.deposit(), document.entry(), true));
    }

    // What settles and unsettles.

    MeansId receive(CustomerId customer, LocalDate on, Valued amount, AccountCode account, Policy policy) {
        return receive(customer, on, amount, account, List.of(), policy);
    }

    MeansId receive(
            CustomerId customer,
            LocalDate on,
            Valued amount,
            AccountCode account,
            List<Settling.Cost> costs,
            Policy policy) {
        var id = new MeansId(ids.next());
        act(
                customer,
                p -> Settling.receive(
                        p, new Settling.Incoming(id, on, amount, account, costs, null, "Payment"), policy));
        return id;
    }

    void act(CustomerId customer, Consumer<Position> verb) {
        var changes = new Changes();
        var position = new Position(customer, accounts, ids, changes);
        claims.values().stream().filter(c -> c.customer().equals(customer)).forEach(position::with);
        means.values().stream().filter(m -> m.customer().equals(customer)).forEach(position::with);
        allocations.stream()
                .filter(a -> means.get(a.means()).customer().equals(customer))
                .forEach(position::with);
        takeBacks.values().stream()
                .filter(t -> means.get(t.means()).customer().equals(customer))
                .forEach(position::with);
        verb.accept(position);
        changes.newClaims().forEach(c -> claims.put(c.id(), c));
        changes.changedClaims().forEach(c -> claims.put(c.id(), c));
        changes.newMeans().forEach(m -> means.put(m.id(), m));
        changes.changedMeans().forEach(m -> means.put(m.id(), m));
        allocations.addAll(changes.allocations());
        changes.takeBacks().forEach(t -> takeBacks.put(t.id(), t));
        changes.refunds().forEach(r -> refunds.put(r.id(), r));
        changes.entries().forEach(this::book);
    }

    TakeBackId takeBack(MeansId of, Money amount, LocalDate on, TakeBack.Cause cause, AccountCode account) {
        var id = new TakeBackId(ids.next());
        act(
                means.get(of).customer(),
                p -> Unsettling.takeBack(
                        p, new Unsettling.Back(id, of, amount, on, cause, "", account, List.of(), List.of())));
        return id;
    }

    RefundId refund(MeansId from, MeansId through, Money amount, LocalDate on, AccountCode account) {
        var id = new RefundId(ids.next());
        act(means.get(from).customer(), p -> Refunding.refund(p, id, from, through, amount, on, account, "Refund"));
        return id;
    }

    // What the bank and the processor say.

    WaitingId waits(WaitingKind kind, AccountCode on, LocalDate since, Valued amount) {
        var item = WaitingItem.fresh(new WaitingId(ids.next()), kind, on, since, amount);
        waiting.put(item.id(), item);
        return item.id();
    }

    void less(WaitingId id, Money part) {
        WaitingItem item = waiting.get(id);
        waiting.put(id, item.less(item.part(part)));
    }

    UUID bankLine(LocalDate on, Valued amount) {
        var id = new BankLineId(ids.next());
        book(bookings.bankLineRead(id, "line", on, amount, BANK));
        lines.put(id.value(), new Line(id.value(), on, account(AccountRole.UNPLACED), Explained.nothingOf(amount)));
        return id.value();
    }

    /** A payout that is read; its lines stand on the clearing account until they are matched. */
    List<UUID> payout(LocalDate on, List<Money> amounts) {
        Valued net = Valued.own(Money.sum(EUR, amounts));
        bookings.payoutRead(new PayoutId(ids.next()), "PO", on, net, CLEARING, account(AccountRole.PAYOUTS))
                .ifPresent(this::book);
        if (!net.isZero()) waits(WaitingKind.PAYOUT, account(AccountRole.PAYOUTS), on, net);
        var made = new ArrayList<UUID>();
        for (Money amount : amounts) {
            UUID id = ids.next();
            lines.put(id, new Line(id, on, CLEARING, Explained.nothingOf(Valued.own(amount))));
            made.add(id);
        }
        return made;
    }

    MatchId matchWaiting(UUID lineId, WaitingId target, Money part) {
        Line line = lines.get(lineId);
        WaitingItem item = waiting.get(target);
        Valued worth = item.part(part);
        Valued ofLine = line.explained().worths(List.of(part)).getFirst();
        var id = new MatchId(ids.next());
        var entry = bookings.lineMatched(id, "match", line.on(), line.standsOn(), ofLine, item.account(), worth);
        entry.ifPresent(this::book);
        waiting.put(target, item.less(worth));
        return matched(new Match(
                id, lineId, ofLine, target, null, null, entry.map(Entry::id).orElse(null), false));
    }

    MatchId matchAccount(UUID lineId, AccountCode to, Money part) {
        Line line = lines.get(lineId);
        Valued ofLine = line.explained().worths(List.of(part)).getFirst();
        var id = new MatchId(ids.next());
        var entry = bookings.lineMatched(id, "match", line.on(), line.standsOn(), ofLine, to, ofLine);
        entry.ifPresent(this::book);
        return matched(new Match(
                id, lineId, ofLine, null, null, null, entry.map(Entry::id).orElse(null), false));
    }

    /** A part that goes to another account of ours, or waits as something else from now on. */
    MatchId matchToNewWaiting(UUID lineId, WaitingKind kind, AccountCode to, Money part) {
        MatchId id = matchAccount(lineId, to, part);
        Match match = matches.get(id);
        WaitingId item = waits(kind, to, lines.get(lineId).on(), match.part().negated());
        matches.put(id, new Match(id, lineId, match.part(), item, null, null, match.entry(), false));
        return id;
    }

    MatchId matchReceipt(UUID lineId, CustomerId customer, Money part, Policy policy) {
        Line line = lines.get(lineId);
        Valued ofLine = line.explained().worths(List.of(part)).getFirst();
        MeansId made = receive(customer, line.on(), ofLine, line.standsOn(), policy);
        return matched(new Match(new MatchId(ids.next()), lineId, ofLine, null, made, null, null, false));
    }

    MatchId matchReturn(UUID lineId, MeansId of, Money part) {
        Line line = lines.get(lineId);
        Valued ofLine = line.explained().worths(List.of(part)).getFirst();
        TakeBackId back = takeBack(of, part.negated(), line.on(), TakeBack.Cause.RETURNED, line.standsOn());
        return matched(new Match(new MatchId(ids.next()), lineId, ofLine, null, null, back, null, false));
    }

    private MatchId matched(Match match) {
        Line line = lines.get(match.line());
        lines.put(
                line.id(),
                new Line(line.id(), line.on(), line.standsOn(), line.explained().by(List.of(match.part()))));
        matches.put(match.id(), match);
        return match.id();
    }

    void undo(MatchId id, LocalDate on) {
        Match match = matches.get(id);
        Line line = lines.get(match.line());
        if (match.made() != null) {
            Means made = means.get(match.made());
            takeBack(made.id(), made.standing(), on, TakeBack.Cause.MATCH_UNDONE, line.standsOn());
        } else if (match.takeBack() != null) {
            TakeBack back = takeBacks.get(match.takeBack());
            act(
                    means.get(back.means()).customer(),
                    p -> Unsettling.restore(p, new TakeBackId(ids.next()), back.id(), on, line.standsOn()));
        } else {
            if (match.entry() != null) book(find(match.entry()).reversed(ids, Event.MATCH_UNDONE, id.value(), on));
            if (match.waiting() != null) {
                WaitingItem item = waiting.get(match.waiting());
                boolean made = item.amount().equals(match.part().negated())
                        && item.left().equals(item.amount());
                if (made) waiting.remove(item.id());
                else waiting.put(item.id(), item.again(match.part()));
            }
        }
        lines.put(
                line.id(),
                new Line(line.id(), line.on(), line.standsOn(), line.explained().without(match.part())));
        matches.put(
                id,
                new Match(
                        id,
                        match.line(),
                        match.part(),
                        match.waiting(),
                        match.made(),
                        match.takeBack(),
                        match.entry(),
                        true));
    }

    void close(YearMonth month) {
        periods = periods.closing(month);
    }

    // The ledger.

    void book(Entry entry) {
        if (!known.add(entry.event() + "/" + entry.source())) {
            throw new IllegalStateException("booked twice: " + entry.event() + " " + entry.source());
        }
        ledger.add(new Booked(entry, periods.countsOn(entry.day())));
    }

    Entry find(EntryId id) {
        return ledger.stream()
                .map(Booked::entry)
                .filter(e -> e.id().equals(id))
                .findFirst()
                .orElseThrow();
    }

    Money balance(AccountCode account) {
        return ledger.stream()
                .flatMap(b -> b.entry().postings().stream())
                .filter(p -> p.account().equals(account))
                .map(p -> p.own())
                .reduce(Money.zero(EUR), Money::plus);
    }

    Money balance(AccountRole role) {
        return balance(account(role));
    }

    List<Claim> claimsOf(DocumentId document) {
        return claims.values().stream()
                .filter(c -> c.billed().document().equals(document))
                .toList();
    }

    ClaimId claimOf(DocumentId document) {
        return claimsOf(document).getFirst().id();
    }

    List<Allocation> allocationsOf(ClaimId claim) {
        return allocations.stream().filter(a -> a.claim().equals(claim)).toList();
    }

    AllocationId newest() {
        return allocations.getLast().id();
    }

    BankAccountId bankAccount() {
        return new BankAccountId(ids.next());
    }
}
