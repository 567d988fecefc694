package exactum.app.debits;

import exactum.app.bank.BankLine;
import exactum.app.bank.LineRef;
import exactum.app.bank.Match;
import exactum.app.bank.Part;
import exactum.app.ledger.Ledger;
import exactum.app.settlement.Unsettle;
import exactum.app.setup.FindSetup;
import exactum.app.waiting.NewWaiting;
import exactum.app.waiting.Wait;
import exactum.core.bank.WaitingKind;
import exactum.core.collection.Back;
import exactum.core.ids.BankLineId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CollectionId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.AccountRole;
import exactum.core.money.ExchangeRate;
import exactum.core.money.Money;
import exactum.core.settlement.TakeBack;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.Currency;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/**
 * Books what came back: what it paid is open again, the payment stays as returned, the bank's line is matched on its own day, the
 * batch stays as the bank has it.
 */
@Component
class BookBack {
    private final CameBackStore store;
    private final DebitStore debits;
    private final Unsettle unsettle;
    private final Match match;
    private final Wait wait;
    private final Ledger ledger;
    private final FindSetup setup;

    BookBack(
            CameBackStore store,
            DebitStore debits,
            Unsettle unsettle,
            Match match,
            Wait wait,
            Ledger ledger,
            FindSetup setup) {
        this.store = store;
        this.debits = debits;
        this.unsettle = unsettle;
        this.match = match;
        this.wait = wait;
        this.ledger = ledger;
        this.setup = setup;
    }

    /** Holds the lines that tell it, and those of what the bank takes for it. */
    void hold(BusinessId business, List<CameBack> all, Collection<BankLine> charges) {
        Stream<BankLineId> told = all.stream().map(CameBack::line).filter(Objects::nonNull);
        match.hold(
                business,
                Stream.concat(told, charges.stream().map(BankLine::id))
                        .map(LineRef.OfBank::new)
                        .toList());
    }

    /** Books all of them in the caller's transaction. */
    void book(BusinessId business, List<Effects> all) {
        Map<CollectionId, String> reasons = new LinkedHashMap<>();
        all.forEach(e -> reasons.put(e.debit().id(), e.reason().said()));
        debits.reasons(business, reasons);
        Map<Boolean, List<Effects>> byFlight = all.stream()
                .collect(Collectors.partitioningBy(e -> e.debit().state().equals(DebitStore.IN_FLIGHT)));
        if (!byFlight.get(true).isEmpty()) rejected(business, byFlight.get(true));
        if (!byFlight.get(false).isEmpty()) collected(business, byFlight.get(false));
        all.stream().filter(e -> e.charge() != null).forEach(e -> charge(business, e));
    }

    /** What the bank took by a line of its own counts on the day of that. */
    private void charge(BusinessId business, Effects e) {
        match.match(
                business,
                new LineRef.OfBank(e.charge().id()),
                List.of(booked(e.charges(), e.charge().left())));
    }

    private static Part booked(Effects.Charges charges, Money amount) {
        return new Part.ToAccount(charges.account().code(), amount, charges.tags(), null);
    }

    /** Nothing of it was booked yet. */
    private void rejected(BusinessId business, List<Effects> all) {
        List<CollectionId> ids = ids(all);
        debits.move(business, ids, List.of(DebitStore.IN_FLIGHT), Back.REJECTED.words());
        store.tellAgain(business, ids);
    }

    private void collected(BusinessId business, List<Effects> all) {
        all.stream().filter(e -> e.money() && e.cameBack().line() != null).forEach(e -> byLine(business, e));
        List<Effects> inAdvance = all.stream()
                .filter(e -> e.money() && e.cameBack().line() == null)
                .sorted(Comparator.comparing(e -> e.debit().group().value()))
                .toList();
        if (!inAdvance.isEmpty()) inAdvance(business, inAdvance);
        all.stream()
                .collect(Collectors.groupingBy(Effects::kind))
                .forEach((kind, some) -> debits.move(business, ids(some), List.of(DebitStore.COLLECTED), kind.words()));
    }

    private static List<CollectionId> ids(List<Effects> all) {
        return all.stream().map(e -> e.debit().id()).toList();
    }

    /** The line is there: it is matched as the return that it is, with what the bank took on top. */
    private void byLine(BusinessId business, Effects e) {
        CameBack c = e.cameBack();
        var parts = new ArrayList<Part>();
        parts.add(new Part.Return(e.means(), c.amount().negated()));
        if (c.charged().isPositive()) parts.add(booked(e.charges(), c.charged().negated()));
        match.match(business, new LineRef.OfBank(c.line()), parts);
    }

    /** The bank's lines are still to come, or never do because the batch came out short; the batch is taken hold of first, as by who matches it. */
    private void inAdvance(BusinessId business, List<Effects> all) {
        AccountCode clearing = ledger.accounts(business).of(AccountRole.DEBIT_CLEARING);
        for (Effects e : all) {
            CameBack c = e.cameBack();
            if (e.kind() == Back.REJECTED)
                store.waiting(business, e.debit()).ifPresent(w -> wait.letGo(business, w, c.amount(), c.on()));
        }
        List<TakeBack> backs = unsettle.takeBackAll(
                business, all.stream().map(e -> gone(e, clearing)).toList());
        var waiting = new ArrayList<NewWaiting>();
        Map<Currency, Map<LocalDate, ExchangeRate>> rates = new HashMap<>();
        for (int i = 0; i < all.size(); i++) {
            Effects e = all.get(i);
            CameBack c = e.cameBack();
            if (e.kind() == Back.REJECTED) continue;
            ExchangeRate rate = rates.computeIfAbsent(c.amount().currency(), x -> new HashMap<>())
                    .computeIfAbsent(
                            c.on(), day -> setup.rate(business, c.amount().currency(), day));
            waiting.add(waits(e, clearing, rate, backs.get(i)));
        }
        if (!waiting.isEmpty()) wait.beginAll(business, waiting);
    }

    private static Unsettle.Gone gone(Effects e, AccountCode clearing) {
        CameBack c = e.cameBack();
        return new Unsettle.Gone(
                e.means(),
                c.amount(),
                c.on(),
                e.kind() == Back.REJECTED ? TakeBack.Cause.REJECTED : TakeBack.Cause.RETURNED,
                e.reason().said(),
                clearing,
                List.of());
    }

    private static NewWaiting waits(Effects e, AccountCode clearing, ExchangeRate rate, TakeBack back) {
        Money out = e.cameBack().amount().negated();
        return new NewWaiting(
                WaitingKind.RETURN,
                clearing,
                e.cameBack().on(),
                rate.value(out).value(),
                List.of(e.debit().endToEnd()),
                "returned debit of " + e.debit().customerName(),
                e.debit().customer(),
                null,
                back.id().value());
    }
}
