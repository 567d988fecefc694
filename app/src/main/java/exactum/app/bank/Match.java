package exactum.app.bank;

import exactum.app.audit.Audit;
import exactum.app.customers.FindCustomers;
import exactum.app.database.Ids;
import exactum.app.documents.CreditForRefund;
import exactum.app.documents.Particulars;
import exactum.app.installation.BusinessClock;
import exactum.app.ledger.FindBooks;
import exactum.app.ledger.Ledger;
import exactum.app.settlement.Channel;
import exactum.app.settlement.ConfirmPayment;
import exactum.app.settlement.FindPayments;
import exactum.app.settlement.GiveBack;
import exactum.app.settlement.NewPayment;
import exactum.app.settlement.Settle;
import exactum.app.settlement.Unsettle;
import exactum.app.setup.Account;
import exactum.app.setup.FreeAccounts;
import exactum.app.waiting.FindWaiting;
import exactum.app.waiting.NewWaiting;
import exactum.app.waiting.Wait;
import exactum.app.web.NotHere;
import exactum.app.web.Texts;
import exactum.core.bank.Explained;
import exactum.core.bank.WaitingItem;
import exactum.core.bank.WaitingKind;
import exactum.core.ids.BusinessId;
import exactum.core.ids.MatchId;
import exactum.core.ids.MeansId;
import exactum.core.ids.WaitingId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.AccountRole;
import exactum.core.ledger.Accounts;
import exactum.core.ledger.Bookings;
import exactum.core.ledger.Entry;
import exactum.core.ledger.Periods;
import exactum.core.money.Money;
import exactum.core.money.Valued;
import exactum.core.problem.Refusal;
import exactum.core.settlement.Means;
import exactum.core.settlement.Refund;
import exactum.core.settlement.TakeBack;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * The only way a line gets matched: joins parts of it to what they are, each with an entry of its own. What would count money
 * twice is stopped. The line itself stays as the bank or the processor said it.
 */
@Component
public class Match {
    private final List<LineKeeper> keepers;
    private final MatchStore matches;
    private final FreeAccounts accounts;
    private final FindWaiting findWaiting;
    private final Wait wait;
    private final Settle settle;
    private final Unsettle unsettle;
    private final GiveBack giveBack;
    private final CreditForRefund creditForRefund;
    private final ConfirmPayment confirm;
    private final BusinessClock clock;
    private final FindPayments payments;
    private final FindCustomers customers;
    private final FindBooks books;
    private final Ledger ledger;
    private final Audit audit;

    Match(
            List<LineKeeper> keepers,
            MatchStore matches,
            FreeAccounts accounts,
            FindWaiting findWaiting,
            Wait wait,
            Settle settle,
            Unsettle unsettle,
            GiveBack giveBack,
            CreditForRefund creditForRefund,
            ConfirmPayment confirm,
            BusinessClock clock,
            FindPayments payments,
            FindCustomers customers,
            FindBooks books,
            Ledger ledger,
            Audit audit) {
        this.keepers = keepers;
        this.matches = matches;
        this.accounts = accounts;
        this.findWaiting = findWaiting;
        this.wait = wait;
        this.settle = settle;
        this.unsettle = unsettle;
        this.giveBack = giveBack;
        this.creditForRefund = creditForRefund;
        this.confirm = confirm;
        this.clock = clock;
        this.payments = payments;
        this.customers = customers;
        this.books = books;
        this.ledger = ledger;
        this.audit = audit;
    }

    /** Holds lines until the transaction ends: before the customers of what they become, as whoever matches them does. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void hold(BusinessId business, List<? extends LineRef> lines) {
        if (!lines.isEmpty()) keeper(lines.getFirst()).lockAll(business, lines);
    }

    /**
     * Matches parts of a line, all or none.
     *
     * @throws Refusal if they are more than is left of the line, or one of them is matched already
     */
    @Transactional
    public List<MatchId> match(BusinessId business, LineRef ref, List<Part> parts) {
        if (parts.isEmpty())
            throw new Refusal("match.nothing", "Nothing was chosen that the line could be. Nothing was matched.");
        LineKeeper keeper = keeper(ref);
        MatchableLine line = keeper.lockAll(business, List.of(ref)).get(ref);
        List<Valued> worths =
                line.explained().worths(parts.stream().map(Part::amount).toList());
        var by = new By(business, line, ground(business));
        var made = new ArrayList<MatchId>();
        for (int i = 0; i < parts.size(); i++) made.add(by.one(parts.get(i), worths.get(i)));
        keeper.keepAll(business, Map.of(ref, line.explained().by(worths)));
        audit.record(business, "matched a line", line.words());
        return made;
    }

    /**
     * Matches many lines of one kind at once, each to waiting items that come to what is left of it; as {@link #match} does of one,
     * without saying so in the audit for each.
     *
     * @param whole the items of each line, of each of which all is taken
     * @throws Refusal if one of the items is matched already
     */
    @Transactional
    public void matchWhole(BusinessId business, Map<? extends LineRef, List<WaitingId>> whole) {
        if (whole.isEmpty()) return;
        LineKeeper keeper = keeper(whole.keySet().iterator().next());
        Map<LineRef, MatchableLine> lines = keeper.lockAll(business, whole.keySet());
        List<WaitingId> all = whole.values().stream().flatMap(List::stream).toList();
        Map<WaitingId, Wait.Confirmed> confirmed = wait.confirmWhole(business, all);
        Map<WaitingId, FindWaiting.Named> named = findWaiting.byId(business, all);
        Ground ground = ground(business);
        var matched = new ArrayList<FindMatches.Matched>(all.size());
        Map<LineRef, Explained> explained = new LinkedHashMap<>();
        whole.forEach((ref, items) -> {
            MatchableLine line = lines.get(ref);
            var by = new By(business, line, ground);
            List<Valued> worths = line.explained()
                    .worths(items.stream()
                            .map(i -> confirmed.get(i).part().amount())
                            .toList());
            for (int i = 0; i < items.size(); i++) {
                WaitingId item = items.get(i);
                FindWaiting.Named of = named.get(item);
                matched.add(by.waiting(
                        new MatchId(Ids.next()), worths.get(i), of.words(), of.means(), confirmed.get(item)));
            }
            Explained rest = line.explained().by(worths);
            if (!rest.left().amount().isZero())
                throw new Refusal("match.changed", "What the line was to be changed meanwhile. Nothing was matched.");
            explained.put(ref, rest);
        });
        matches.insert(business, matched);
        keeper.keepAll(business, explained);
    }

    /**
     * Matches lines that are being made, each to items that come to all of it and are held already. The caller writes the lines
     * before, with nothing left.
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void matchHeld(BusinessId business, Map<MatchableLine, List<FindWaiting.AtProcessor>> whole) {
        if (whole.isEmpty()) return;
        Ground ground = ground(business);
        var matched = new ArrayList<FindMatches.Matched>(whole.size());
        var taken = new ArrayList<WaitingId>(whole.size());
        whole.forEach((line, items) -> {
            var by = new By(business, line, ground);
            List<Valued> worths = line.explained()
                    .worths(items.stream().map(i -> i.item().left().amount()).toList());
            for (int i = 0; i < items.size(); i++) {
                FindWaiting.AtProcessor of = items.get(i);
                var confirmed = new Wait.Confirmed(of.item(), of.item().left());
                matched.add(by.waiting(new MatchId(Ids.next()), worths.get(i), of.words(), of.means(), confirmed));
                taken.add(of.item().id());
            }
        });
        wait.confirmHeld(business, taken);
        matches.insert(business, matched);
    }

    private Account free(BusinessId business, AccountCode code) {
        return accounts.forLines(business).stream()
                .filter(a -> a.code().equals(code))
                .findFirst()
                .orElseThrow(() -> new Refusal(
                        "match.account",
                        "A line cannot be booked to account %s by hand. Nothing was matched.".formatted(code)));
    }

    LineKeeper keeper(LineRef ref) {
        return keepers.stream().filter(k -> k.keeps(ref)).findFirst().orElseThrow();
    }

    /** What is the same for all lines that are matched together. */
    private record Ground(Accounts roles, Bookings bookings, Periods periods, String by) {}

    private Ground ground(BusinessId business) {
        return new Ground(ledger.accounts(business), ledger.bookings(business), books.periods(business), Audit.who());
    }

    /** One line being matched. */
    private final class By {
        private final BusinessId business;
        private final MatchableLine line;
        private final Ground ground;

        private By(BusinessId business, MatchableLine line, Ground ground) {
            this.business = business;
            this.line = line;
            this.ground = ground;
        }

        private MatchId one(Part part, Valued worth) {
            var id = new MatchId(Ids.next());
            FindMatches.Matched matched = switch (part) {
                case Part.Waiting waiting -> waiting(id, waiting, worth);
                case Part.Payment payment -> payment(id, payment, worth);
                case Part.Return back -> back(id, back, worth);
                case Part.Refund refund -> refund(id, refund, worth);
                case Part.CreditNote note -> creditNote(id, note, worth);
                case Part.ToAccount to -> toAccount(id, to, worth);
                case Part.OwnTransfer own -> ownTransfer(id, worth);
                case Part.Reserve held -> reserve(id, held, worth);
            };
            matches.insert(business, List.of(matched));
            return id;
        }

        private FindMatches.Matched waiting(MatchId id, Part.Waiting part, Valued worth) {
            FindWaiting.Named named = findWaiting
                    .find(business, part.item())
                    .orElseThrow(() -> new Refusal(
                            "match.gone", "What the line was to be is not there any more. Nothing was matched."));
            return waiting(id, worth, named.words(), named.means(), wait.confirm(business, part.item(), part.amount()));
        }

        private FindMatches.Matched waiting(
                MatchId id, Valued worth, String called, MeansId means, Wait.Confirmed confirmed) {
            WaitingItem item = confirmed.item();
            LocalDate on = item.since().isAfter(line.day()) ? item.since() : line.day();
            String words = item.kind().words() + ", " + called;
            Optional<Entry> entry = ground.bookings()
                    .lineMatched(id, memo(words), on, line.standsOn(), worth, item.account(), confirmed.part());
            entry.ifPresent(e -> ledger.book(business, e));
            return matched(
                    id,
                    MatchKind.WAITING,
                    worth,
                    new FindMatches.Target(item.id(), confirmed.part(), means, null, null, null, null),
                    words,
                    entry,
                    on);
        }

        private FindMatches.Matched payment(MatchId id, Part.Payment part, Valued worth) {
            requireIn(part.amount());
            var origin = new NewPayment.Origin(
                    Channel.TRANSFER,
                    line.words(),
                    line.standsOn(),
                    part.amount().withMinor(0),
                    NewPayment.Said.NOTHING,
                    null);
            Means means = settle.receive(
                            business,
                            new NewPayment(part.customer(), line.day(), part.amount(), origin, null, part.policy()))
                    .orElseThrow();
            confirm.confirm(business, means, clock.today(business));
            String settles = payments.settledBy(business, means.id()).stream()
                    .map(FindPayments.Settlement::number)
                    .distinct()
                    .collect(Collectors.joining(", "));
            String words =
                    "payment of " + customers.get(business, part.customer()).name()
                            + (settles.isEmpty() ? ", on account" : " for " + settles);
            return matched(
                    id,
                    MatchKind.PAYMENT,
                    worth,
                    new FindMatches.Target(null, null, means.id(), null, null, null, null),
                    words,
                    Optional.empty(),
                    line.day());
        }

        private FindMatches.Matched back(MatchId id, Part.Return part, Valued worth) {
            requireOut(part.amount());
            FindPayments.Payment payment = payments.find(business, part.means()).orElseThrow(NotHere::new);
            TakeBack back = unsettle.takeBack(
                    business,
                    new Unsettle.Gone(
                            part.means(),
                            part.amount().negated(),
                            line.day(),
                            TakeBack.Cause.RETURNED,
                            part.reason().isEmpty() ? line.words() : part.reason(),
                            line.standsOn(),
                            List.of()));
            return matched(
                    id,
                    MatchKind.RETURN,
                    worth,
                    new FindMatches.Target(null, null, part.means(), back.id(), null, null, null),
                    "payment of " + payment.customerName() + " came back",
                    Optional.empty(),
                    line.day());
        }

        private FindMatches.Matched refund(MatchId id, Part.Refund part, Valued worth) {
            requireOut(part.amount());
            FindPayments.Held held = payments.held(business, part.drawnOn())
                    .orElseThrow(() -> new Refusal(
                            "match.refund", "There is nothing on account that was given back. Nothing was matched."));
            MeansId through = payments.through(business, held, part.amount().negated())
                    .orElseThrow(() -> new Refusal(
                            "match.refund",
                            "Only money that a customer paid can be given back by a bank line. Nothing was matched."));
            LocalDate on =
                    held.credit().on().isAfter(line.day()) ? held.credit().on() : line.day();
            Refund refund = giveBack.refund(
                    business, part.drawnOn(), through, part.amount().negated(), on, line.standsOn());
            return matched(
                    id,
                    MatchKind.REFUND,
                    worth,
                    new FindMatches.Target(null, null, part.drawnOn(), null, refund.id(), null, null),
                    "refund to " + held.customerName() + ", " + held.credit().words(),
                    Optional.empty(),
                    on);
        }

        private FindMatches.Matched creditNote(MatchId id, Part.CreditNote part, Valued worth) {
            requireOut(part.amount());
            MeansId note = creditForRefund
                    .issue(
                            business,
                            new CreditForRefund.Wanted(
                                    part.document(),
                                    Map.of(),
                                    part.amount().negated(),
                                    Particulars.Then.KEEP,
                                    "Refunded on " + Texts.day(line.day()),
                                    "Nothing was matched."))
                    .means();
            return refund(id, new Part.Refund(note, part.amount()), worth);
        }

        private FindMatches.Matched toAccount(MatchId id, Part.ToAccount part, Valued worth) {
            Account account = free(business, part.account());
            var entry = ground.bookings()
                    .lineBooked(
                            id, memo(account.name()), line.day(), line.standsOn(), worth, part.account(), part.tags());
            entry.ifPresent(e -> ledger.book(business, e));
            return matched(
                    id,
                    MatchKind.ACCOUNT,
                    worth,
                    new FindMatches.Target(null, null, null, null, null, part.account(), part.rule()),
                    account.label(),
                    entry,
                    line.day());
        }

        private FindMatches.Matched ownTransfer(MatchId id, Valued worth) {
            return waitsNow(
                    id,
                    MatchKind.OWN_TRANSFER,
                    WaitingKind.OWN_TRANSFER,
                    ground.roles().of(AccountRole.OWN_TRANSFERS),
                    worth,
                    line.words(),
                    null);
        }

        private FindMatches.Matched reserve(MatchId id, Part.Reserve part, Valued worth) {
            requireOut(part.amount());
            return waitsNow(
                    id,
                    MatchKind.RESERVE,
                    WaitingKind.RESERVE,
                    ground.roles().of(AccountRole.RESERVE),
                    worth,
                    "reserve " + part.reference(),
                    new NewWaiting.AtProcessor(
                            part.processor(), part.reference(), part.amount().negated()));
        }

        /** What went with this line and is to come with another. */
        private FindMatches.Matched waitsNow(
                MatchId id,
                MatchKind kind,
                WaitingKind waits,
                AccountCode account,
                Valued worth,
                String itemWords,
                NewWaiting.AtProcessor atProcessor) {
            var entry = ground.bookings()
                    .lineMatched(id, memo(kind.words()), line.day(), line.standsOn(), worth, account, worth);
            entry.ifPresent(e -> ledger.book(business, e));
            wait.begin(
                    business,
                    new NewWaiting(
                            waits,
                            account,
                            line.day(),
                            worth.negated(),
                            List.of(),
                            itemWords,
                            null,
                            null,
                            id.value(),
                            atProcessor));
            return matched(
                    id,
                    kind,
                    worth,
                    new FindMatches.Target(null, null, null, null, null, account, null),
                    kind.words(),
                    entry,
                    line.day());
        }

        private FindMatches.Matched matched(
                MatchId id,
                MatchKind kind,
                Valued worth,
                FindMatches.Target target,
                String words,
                Optional<Entry> entry,
                LocalDate on) {
            return new FindMatches.Matched(
                    id,
                    line.ref(),
                    kind,
                    worth,
                    target,
                    words,
                    entry.map(Entry::id).orElse(null),
                    ground.periods().countsOn(on),
                    ground.by(),
                    null);
        }

        private String memo(String words) {
            return "Matched: " + words;
        }

        private void requireIn(Money amount) {
            if (amount.isPositive()) return;
            throw new Refusal(
                    "match.not-in", "Money went out with this line, so it is not a payment. Nothing was matched.");
        }

        private void requireOut(Money amount) {
            if (amount.isNegative()) return;
            throw new Refusal(
                    "match.not-out", "Money came in with this line, so nothing went back. Nothing was matched.");
        }
    }
}
