package exactum.app.refunds;

import exactum.app.audit.Audit;
import exactum.app.bank.BankLine;
import exactum.app.bank.LinesRead;
import exactum.app.cards.RefundFailed;
import exactum.app.installation.BusinessClock;
import exactum.app.ledger.Ledger;
import exactum.app.settlement.Claims;
import exactum.app.settlement.GiveBack;
import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.app.waiting.AwaitsPayout;
import exactum.app.waiting.FindWaiting;
import exactum.app.waiting.NewWaiting;
import exactum.app.waiting.Wait;
import exactum.core.bank.WaitingKind;
import exactum.core.card.ProcessorPort;
import exactum.core.ids.BusinessId;
import exactum.core.ids.RefundOrderId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.AccountRole;
import exactum.core.money.Money;
import exactum.core.money.Valued;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Takes in what processors say of refunds: done, not done, or sent back later by the card's bank. */
@Component
class RefundAnswers {
    private final RefundStore store;
    private final GiveBack giveBack;
    private final Claims claims;
    private final Wait wait;
    private final FindWaiting waiting;
    private final FindSetup setup;
    private final Ledger ledger;
    private final BusinessClock clock;
    private final Audit audit;
    private final ApplicationEventPublisher events;

    RefundAnswers(
            RefundStore store,
            GiveBack giveBack,
            Claims claims,
            Wait wait,
            FindWaiting waiting,
            FindSetup setup,
            Ledger ledger,
            BusinessClock clock,
            Audit audit,
            ApplicationEventPublisher events) {
        this.store = store;
        this.giveBack = giveBack;
        this.claims = claims;
        this.wait = wait;
        this.waiting = waiting;
        this.setup = setup;
        this.ledger = ledger;
        this.clock = clock;
        this.audit = audit;
        this.events = events;
    }

    /** It is done; what of the fee comes back is booked. A second time changes nothing. */
    @Transactional
    public void sent(ProcessorAccount processor, RefundOrderId id, ProcessorPort.Refunded refunded) {
        BusinessId business = processor.business();
        RefundOrder order = store.lock(business, id).orElseThrow();
        if (order.state() != RefundOrder.State.ASKED) return;
        store.sent(business, id, refunded.reference(), refunded.fee());
        wait.named(
                business,
                waits(business, order).item().id(),
                new NewWaiting.AtProcessor(
                        processor.id(), refunded.reference(), order.amount().negated()));
        if (!refunded.fee().isZero())
            fee(processor, order, id.value(), refunded.reference(), refunded.fee(), order.on());
        events.publishEvent(new AwaitsPayout(business, processor.id(), List.of(refunded.reference())));
    }

    /** A fee that is given back, or taken again where it is below zero. */
    private void fee(
            ProcessorAccount processor, RefundOrder order, UUID source, String reference, Money fee, LocalDate on) {
        BusinessId business = processor.business();
        Valued worth = setup.rate(business, fee.currency(), on).value(fee).value();
        String words = "fee of the refund to " + order.customerName();
        ledger.book(
                business,
                ledger.bookings(business)
                        .processorFee(
                                source,
                                "Fee given back by " + processor.name() + " with refund " + reference,
                                on,
                                worth.negated(),
                                processor.accounts().fees(),
                                processor.accounts().feeTags(),
                                processor.accounts().clearing()));
        wait.begin(
                business,
                new NewWaiting(
                        WaitingKind.PROCESSOR_FEE,
                        processor.accounts().clearing(),
                        on,
                        worth,
                        List.of(),
                        words,
                        order.customer(),
                        null,
                        source,
                        new NewWaiting.AtProcessor(processor.id(), reference, fee)));
    }

    private FindWaiting.Named waits(BusinessId business, RefundOrder order) {
        return waiting.ofSource(business, order.booking().value()).stream()
                .filter(w -> w.item().kind() == WaitingKind.REFUND)
                .findFirst()
                .orElseThrow();
    }

    /** Processor or bank did not do it: the money is left again where it was drawn from, and a person decides. */
    @Transactional
    public void notDone(BusinessId business, RefundOrderId id, String why) {
        RefundOrder order = store.find(business, id).orElseThrow();
        claims.hold(business, order.customer());
        order = store.lock(business, id).orElseThrow();
        FindWaiting.Named waits = waits(business, order);
        boolean untouched = waits.item().left().equals(waits.item().amount());
        if (order.state() == RefundOrder.State.REFUSED || !untouched) return;
        LocalDate today = today(business, order);
        wait.letGo(business, waits.item().id(), waits.item().left().amount(), today);
        giveBack.refused(business, order.booking(), today, waits.item().account());
        String said = why.replaceFirst("\\.$", "");
        store.refused(business, id, said, today);
        audit.record(business, "refund refused", order.amount().withCurrency() + ": " + said);
    }

    /** The card's bank sent it back after it had gone: it comes again with a payout. */
    @EventListener
    @Transactional(propagation = Propagation.MANDATORY)
    void failed(RefundFailed failed) {
        ProcessorAccount processor = failed.processor();
        BusinessId business = processor.business();
        RefundOrder known =
                store.byReference(business, processor.id(), failed.reference()).orElse(null);
        if (known == null) return;
        claims.hold(business, known.customer());
        RefundOrder order = store.lock(business, known.id()).orElseThrow();
        if (order.state() != RefundOrder.State.SENT || !order.amount().equals(failed.amount())) return;
        LocalDate today = today(business, order);
        var at = new NewWaiting.AtProcessor(processor.id(), failed.reference(), order.amount());
        sentBack(business, order, processor.accounts().clearing(), at, failed.why());
        Money fee = order.to().feeBack();
        if (!fee.isZero()) fee(processor, order, order.booking().value(), failed.reference(), fee.negated(), today);
        events.publishEvent(new AwaitsPayout(business, processor.id(), List.of(failed.reference())));
    }

    /** The other bank sent transfers back that had gone: each comes with the line that says so. */
    @EventListener
    @Transactional(propagation = Propagation.MANDATORY)
    void linesRead(LinesRead read) {
        for (BankLine line : read.lines()) {
            String endToEnd = line.said().endToEndId();
            if (!line.amount().isPositive() || endToEnd.isEmpty()) continue;
            store.byEndToEnd(read.business(), endToEnd).ifPresent(known -> cameBack(read.business(), known, line));
        }
    }

    private void cameBack(BusinessId business, RefundOrder known, BankLine line) {
        claims.hold(business, known.customer());
        RefundOrder order = store.lock(business, known.id()).orElseThrow();
        if (order.state() != RefundOrder.State.SENT || !order.amount().equals(line.amount())) return;
        String why = line.said().further().returnReason().isEmpty()
                ? "the bank sent it back"
                : "the bank sent it back, " + line.said().further().returnReason();
        sentBack(business, order, ledger.accounts(business).of(AccountRole.PAID_OUT), null, why);
    }

    /** @param at how a payout will name it, or null where a bank line does */
    private void sentBack(
            BusinessId business, RefundOrder order, AccountCode account, NewWaiting.AtProcessor at, String why) {
        LocalDate today = today(business, order);
        giveBack.refused(business, order.booking(), today, account);
        wait.begin(
                business,
                new NewWaiting(
                        WaitingKind.REFUND_BACK,
                        account,
                        today,
                        setup.rate(business, order.amount().currency(), order.on())
                                .value(order.amount())
                                .value(),
                        at == null ? List.of(order.to().reference()) : List.of(),
                        "refund to %s that was sent back".formatted(order.customerName()),
                        order.customer(),
                        at == null ? null : order.through(),
                        order.booking().value(),
                        at));
        store.refused(business, order.id(), why, today);
        audit.record(business, "refund sent back", order.amount().withCurrency() + ": " + why);
    }

    private LocalDate today(BusinessId business, RefundOrder order) {
        LocalDate today = clock.today(business);
        return order.on().isAfter(today) ? order.on() : today;
    }
}
