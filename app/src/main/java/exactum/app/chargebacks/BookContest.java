package exactum.app.chargebacks;

import exactum.app.audit.Audit;
import exactum.app.installation.BusinessClock;
import exactum.app.ledger.FindBooks;
import exactum.app.ledger.Ledger;
import exactum.app.settlement.Claims;
import exactum.app.settlement.FindPayments;
import exactum.app.settlement.Unsettle;
import exactum.app.setup.FindSetup;
import exactum.app.setup.FreeAccounts;
import exactum.app.setup.ProcessorAccount;
import exactum.app.waiting.AwaitsPayout;
import exactum.app.waiting.FindWaiting;
import exactum.app.waiting.NewWaiting;
import exactum.app.waiting.Wait;
import exactum.core.bank.WaitingKind;
import exactum.core.card.ProcessorPort;
import exactum.core.card.ProcessorPort.Contest;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ChargebackId;
import exactum.core.ids.MeansId;
import exactum.core.ids.TakeBackId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.AccountRole;
import exactum.core.ledger.Bookings;
import exactum.core.ledger.Event;
import exactum.core.money.Money;
import exactum.core.money.Valued;
import exactum.core.problem.Refusal;
import exactum.core.settlement.TakeBack;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Books a contested sale: opened, its money is in dispute and the invoice stays paid; lost, what it paid is open again; won, the
 * money comes with a payout. What exceeds the payment, since it was refunded before, is neither cut off nor put on the invoice: it
 * stays in dispute until a person says where it belongs.
 */
@Component
class BookContest {
    private final ChargebackStore store;
    private final FindPayments payments;
    private final Claims claims;
    private final Unsettle unsettle;
    private final Wait wait;
    private final FindWaiting waiting;
    private final FindSetup setup;
    private final FreeAccounts accounts;
    private final FindBooks books;
    private final Ledger ledger;
    private final BusinessClock clock;
    private final Audit audit;
    private final ApplicationEventPublisher events;

    BookContest(
            ChargebackStore store,
            FindPayments payments,
            Claims claims,
            Unsettle unsettle,
            Wait wait,
            FindWaiting waiting,
            FindSetup setup,
            FreeAccounts accounts,
            FindBooks books,
            Ledger ledger,
            BusinessClock clock,
            Audit audit,
            ApplicationEventPublisher events) {
        this.store = store;
        this.payments = payments;
        this.claims = claims;
        this.unsettle = unsettle;
        this.wait = wait;
        this.waiting = waiting;
        this.setup = setup;
        this.accounts = accounts;
        this.books = books;
        this.ledger = ledger;
        this.clock = clock;
        this.audit = audit;
        this.events = events;
    }

    /** Takes in what the processor says of one; told again, nothing changes. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void told(ProcessorAccount processor, ProcessorPort.Chargeback told) {
        BusinessId business = processor.business();
        Optional<FindPayments.Payment> payment = payments.ofSale(business, processor.id(), told.sale());
        payment.ifPresent(p -> claims.hold(business, p.customer()));
        Optional<ChargebackId> fresh = store.insert(
                business, processor.id(), told, payment.map(BookContest::of).orElse(null));
        fresh.ifPresent(id -> open(processor, store.find(business, id).orElseThrow()));
        ChargebackId id = store.byReference(business, processor.id(), told.reference())
                .orElseThrow()
                .id();
        Chargeback known = store.lock(business, id);
        if (known.payment() == null && payment.isPresent()) store.paidBy(business, id, of(payment.get()));
        if (known.answerBy() == null && told.answerBy() != null) store.told(business, id, told);
        switch (told.contest()) {
            case WON -> won(processor, id);
            case LOST, ACCEPTED -> lost(processor, id, told.contest());
            case OPEN, ANSWERED -> {}
        }
    }

    private static Chargeback.Payment of(FindPayments.Payment p) {
        return new Chargeback.Payment(p.id(), p.customer(), p.customerName());
    }

    private void open(ProcessorAccount processor, Chargeback c) {
        BusinessId business = processor.business();
        Bookings bookings = ledger.bookings(business);
        Valued amount = worth(business, c, c.amount());
        AccountCode clearing = processor.accounts().clearing();
        String words = "chargeback of " + c.whose();
        ledger.book(
                business,
                bookings.chargebackOpened(
                        c.id().value(), "Chargeback opened: " + c.reason(), c.openedOn(), amount, clearing));
        wait.begin(
                business,
                waits(
                        c,
                        WaitingKind.CHARGEBACK,
                        clearing,
                        amount.negated(),
                        words,
                        at(c, c.amount().negated())));
        wait.begin(
                business,
                waits(
                        c,
                        WaitingKind.CHARGEBACK,
                        ledger.accounts(business).of(AccountRole.DISPUTED),
                        amount,
                        words,
                        null));
        if (!c.fee().isZero()) {
            Valued fee = worth(business, c, c.fee());
            ledger.book(
                    business,
                    bookings.processorFee(
                            c.id().value(),
                            "Fee of " + processor.name() + " for chargeback " + c.reference(),
                            c.openedOn(),
                            fee,
                            processor.accounts().fees(),
                            processor.accounts().feeTags(),
                            clearing));
            wait.begin(
                    business,
                    waits(
                            c,
                            WaitingKind.PROCESSOR_FEE,
                            clearing,
                            fee.negated(),
                            "fee of the " + words,
                            at(c, c.fee().withMinor(0))));
        }
        audit.record(business, "chargeback opened", c.amount().withCurrency() + " of " + c.whose());
        events.publishEvent(new AwaitsPayout(business, processor.id(), List.of(c.reference())));
    }

    private static NewWaiting.AtProcessor at(Chargeback c, Money gross) {
        return new NewWaiting.AtProcessor(c.processor(), c.reference(), gross);
    }

    private static NewWaiting waits(
            Chargeback c,
            WaitingKind kind,
            AccountCode account,
            Valued amount,
            String words,
            NewWaiting.AtProcessor at) {
        return new NewWaiting(
                kind,
                account,
                c.openedOn(),
                amount,
                List.of(),
                words,
                c.payment() == null ? null : c.payment().customer(),
                c.payment() == null ? null : c.payment().id(),
                c.id().value(),
                at);
    }

    private Valued worth(BusinessId business, Chargeback c, Money amount) {
        return setup.rate(business, amount.currency(), c.openedOn())
                .value(amount)
                .value();
    }

    /** What of it is in dispute still. */
    private FindWaiting.Named disputed(BusinessId business, Chargeback c) {
        AccountCode disputed = ledger.accounts(business).of(AccountRole.DISPUTED);
        return waiting.ofSource(business, c.id().value()).stream()
                .filter(w -> w.item().account().equals(disputed))
                .findFirst()
                .orElseThrow();
    }

    /** It is lost, or given in to: as much as still stands of the payment goes away. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void lost(ProcessorAccount processor, ChargebackId id, Contest how) {
        BusinessId business = processor.business();
        Chargeback c = store.lock(business, id);
        if (!c.isUndecided()) return;
        takeBack(business, c, c.amount(), how, today(business, c));
        audit.record(
                business,
                "chargeback " + (how == Contest.LOST ? "lost" : "accepted"),
                c.amount().withCurrency());
    }

    /** The sale of one came into the books after it: what was lost goes away now. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void paidLater(BusinessId business, Chargeback before, FindPayments.Payment payment) {
        claims.hold(business, payment.customer());
        store.paidBy(business, before.id(), of(payment));
        Chargeback c = store.lock(business, before.id());
        if (c.isLost() && c.beyond().isPositive()) takeBack(business, c, c.beyond(), c.contest(), today(business, c));
    }

    private void takeBack(BusinessId business, Chargeback c, Money wanted, Contest how, LocalDate today) {
        Money standing = c.payment() == null
                ? wanted.withMinor(0)
                : standing(business, c.payment().id());
        Money gone = standing.min(wanted);
        TakeBackId takeBack = null;
        if (gone.isPositive()) {
            var taken = new Unsettle.Gone(
                    c.payment().id(),
                    gone,
                    today,
                    TakeBack.Cause.CHARGED_BACK,
                    c.reason(),
                    ledger.accounts(business).of(AccountRole.DISPUTED),
                    List.of());
            takeBack = unsettle.takeBack(business, taken).id();
            wait.letGo(business, disputed(business, c).item().id(), gone, today);
        }
        store.decided(business, c.id(), how, today, takeBack, wanted.minus(gone));
    }

    /** What the payment still has that did not go back: neither drawn on it, nor through it to its card. */
    private Money standing(BusinessId business, MeansId payment) {
        FindPayments.Payment p = payments.find(business, payment).orElseThrow();
        return p.amount().minus(p.takenBack()).minus(p.refunded()).min(payments.refundableThrough(business, payment));
    }

    /** It is won, perhaps after it had been lost: the money is the processor's to pay out again. */
    private void won(ProcessorAccount processor, ChargebackId id) {
        BusinessId business = processor.business();
        Chargeback c = store.lock(business, id);
        if (c.contest() == Contest.WON) return;
        LocalDate today = today(business, c);
        AccountCode clearing = processor.accounts().clearing();
        if (c.takeBack() != null) unsettle.restore(business, c.payment().id(), c.takeBack(), today, clearing);
        books.find(business, Event.CHARGEBACK_SETTLED, id.value())
                .ifPresent(settled -> ledger.book(
                        business, ledger.bookings(business).chargebackWonLate(id.value(), settled, today, clearing)));
        FindWaiting.Named disputed = disputed(business, c);
        Valued left = disputed.item().left();
        if (!left.amount().isZero()) {
            ledger.book(
                    business,
                    ledger.bookings(business)
                            .chargebackWon(id.value(), "Chargeback won: " + c.reason(), today, left, clearing));
            wait.letGo(business, disputed.item().id(), left.amount(), today);
        }
        store.decided(business, id, Contest.WON, today, null, c.amount().withMinor(0));
        wait.begin(
                business,
                waits(
                        c,
                        WaitingKind.CHARGEBACK_WON,
                        clearing,
                        worth(business, c, c.amount()),
                        "chargeback won of " + c.whose(),
                        at(c, c.amount())));
        audit.record(business, "chargeback won", c.amount().withCurrency());
        events.publishEvent(new AwaitsPayout(business, processor.id(), List.of(c.reference())));
    }

    /**
     * Says where what exceeds the payment belongs.
     *
     * @throws Refusal if nothing does, or it cannot be booked there by hand
     */
    @Transactional
    public void bookBeyond(BusinessId business, ChargebackId id, AccountCode account) {
        Chargeback c = store.lock(business, id);
        if (!c.beyond().isPositive())
            throw new Refusal("chargeback.even", "Nothing of it is in dispute any more. Nothing was booked.");
        boolean free =
                accounts.forLines(business).stream().anyMatch(a -> a.code().equals(account));
        if (!free)
            throw new Refusal(
                    "chargeback.account",
                    "It cannot be booked to account %s by hand. Nothing was booked.".formatted(account));
        LocalDate today = today(business, c);
        FindWaiting.Named disputed = disputed(business, c);
        ledger.book(
                business,
                ledger.bookings(business)
                        .chargebackSettled(
                                id.value(),
                                "Chargeback beyond the payment: " + c.whose(),
                                today,
                                disputed.item().left(),
                                account,
                                List.of()));
        wait.letGo(business, disputed.item().id(), disputed.item().left().amount(), today);
        store.decided(
                business,
                id,
                c.contest(),
                c.decidedOn(),
                c.takeBack(),
                c.beyond().withMinor(0));
        audit.record(business, "booked what exceeds a payment", c.beyond().withCurrency() + " to " + account);
    }

    private LocalDate today(BusinessId business, Chargeback c) {
        LocalDate today = clock.today(business);
        return c.openedOn().isAfter(today) ? c.openedOn() : today;
    }
}
