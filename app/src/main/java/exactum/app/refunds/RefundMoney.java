package exactum.app.refunds;

import exactum.app.audit.Audit;
import exactum.app.chargebacks.FindChargebacks;
import exactum.app.database.Ids;
import exactum.app.documents.CreditForRefund;
import exactum.app.documents.Document;
import exactum.app.documents.FindDocuments;
import exactum.app.documents.Particulars;
import exactum.app.installation.BusinessClock;
import exactum.app.ledger.Ledger;
import exactum.app.settlement.Claims;
import exactum.app.settlement.FindPayments;
import exactum.app.settlement.GiveBack;
import exactum.app.settlement.Unsettle;
import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.app.waiting.NewWaiting;
import exactum.app.waiting.Wait;
import exactum.app.web.NotHere;
import exactum.core.bank.WaitingKind;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import exactum.core.ids.RefundOrderId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.AccountRole;
import exactum.core.ledger.Entry;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.scheme.Scheme;
import exactum.core.settlement.Refund;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Gives money back: makes the credit note if one is wanted, books the refund, and writes down where it is to go. A card is given it
 * by {@link SendRefunds} after the commit, an account by a file for the bank.
 */
@Component
public class RefundMoney {
    private final RefundStore store;
    private final FindPayments payments;
    private final FindDocuments documents;
    private final FindChargebacks chargebacks;
    private final CreditForRefund credit;
    private final Unsettle unsettle;
    private final GiveBack giveBack;
    private final Claims claims;
    private final Wait wait;
    private final FindSetup setup;
    private final RefundNames names;
    private final RefundsInPayouts inPayouts;
    private final RefundAnswers answers;
    private final Ledger ledger;
    private final BusinessClock clock;
    private final Audit audit;
    private final TransactionTemplate transaction;

    RefundMoney(
            RefundStore store,
            FindPayments payments,
            FindDocuments documents,
            FindChargebacks chargebacks,
            CreditForRefund credit,
            Unsettle unsettle,
            GiveBack giveBack,
            Claims claims,
            Wait wait,
            FindSetup setup,
            RefundNames names,
            RefundsInPayouts inPayouts,
            RefundAnswers answers,
            Ledger ledger,
            BusinessClock clock,
            Audit audit,
            TransactionTemplate transaction) {
        this.store = store;
        this.payments = payments;
        this.documents = documents;
        this.chargebacks = chargebacks;
        this.credit = credit;
        this.unsettle = unsettle;
        this.giveBack = giveBack;
        this.claims = claims;
        this.wait = wait;
        this.setup = setup;
        this.names = names;
        this.inPayouts = inPayouts;
        this.answers = answers;
        this.ledger = ledger;
        this.clock = clock;
        this.audit = audit;
        this.transaction = transaction;
    }

    /**
     * What a refund would do.
     *
     * @param note the credit note that would be made, or null
     * @param entries all that would be booked
     * @param stillRefundable what could still go back through the payment afterwards
     */
    public record Rehearsal(RefundOrder order, Document note, List<Entry> entries, Money stillRefundable) {}

    /** What it would do: the same as doing it, and nothing of it stays. */
    public Rehearsal rehearse(BusinessId business, RefundWish wish) {
        return transaction.execute(status -> {
            status.setRollbackOnly();
            RefundOrder order = book(business, new RefundOrderId(Ids.next()), wish);
            return new Rehearsal(
                    order,
                    order.note() == null ? null : documents.get(business, order.note()),
                    ledger.booked(business),
                    payments.refundableThrough(business, wish.through()));
        });
    }

    /**
     * Books it under the id that its form has had; sent again, it is booked once.
     *
     * @throws Refusal if more is asked for than is left, or the payment is contested
     */
    @Transactional
    public RefundOrder refund(BusinessId business, RefundOrderId id, RefundWish wish) {
        Optional<RefundOrder> before = store.find(business, id);
        if (before.isPresent()) return before.get();
        RefundOrder order = book(business, id, wish);
        store.settled(business, order.drawnOn(), Audit.who());
        audit.record(
                business,
                "refunded money",
                "%s to %s, %s"
                        .formatted(
                                order.amount().withCurrency(),
                                order.customerName(),
                                order.to().shown()));
        return order;
    }

    private RefundOrder book(BusinessId business, RefundOrderId id, RefundWish wish) {
        if (wish.route() instanceof Route.InPayout in) inPayouts.hold(business, in);
        FindPayments.Payment through = payments.find(business, wish.through()).orElseThrow(NotHere::new);
        claims.hold(business, through.customer());
        if (chargebacks.isContested(business, through.id()))
            throw new Refusal(
                    "refund.contested",
                    "The cardholder contests this payment, so that its money may go back by the chargeback. Nothing was refunded. Accept the chargeback, or wait for its end.");
        requireRoute(through, wish.route());
        LocalDate today = clock.today(business);
        Drawn drawn = drawn(business, through, wish, today);
        ProcessorAccount processor = switch (wish.route()) {
            case Route.Card card -> processor(business, through);
            case Route.InPayout in -> processorOf(business, through, in, drawn.amount());
            case Route.Transfer transfer -> null;
            case Route.ByHand byHand -> null;
        };
        AccountCode account = processor == null
                ? ledger.accounts(business).of(AccountRole.PAID_OUT)
                : processor.accounts().clearing();
        Refund refund =
                giveBack.refund(business, drawn.means(), through.id(), drawn.amount(), on(through, today), account);
        String endToEnd = wish.route() instanceof Route.Transfer ? names.endToEnd(business, id) : null;
        store.insert(
                business,
                new RefundStore.New(
                        id,
                        through.customer(),
                        refund.id(),
                        drawn.means(),
                        through.id(),
                        drawn.amount(),
                        processor == null ? null : processor.id(),
                        processor == null ? null : through.booked().saleReference(),
                        wish.route(),
                        endToEnd,
                        wish.why(),
                        drawn.note(),
                        today,
                        clock.now(),
                        Audit.who()));
        wait.begin(
                business,
                new NewWaiting(
                        WaitingKind.REFUND,
                        account,
                        refund.on(),
                        refund.amount().negated(),
                        endToEnd == null ? List.of() : List.of(endToEnd),
                        "refund to " + through.customerName(),
                        through.customer(),
                        processor == null ? null : through.id(),
                        refund.id().value()));
        if (wish.route() instanceof Route.InPayout in) answers.sent(processor, id, in.done());
        return store.find(business, id).orElseThrow();
    }

    private static void requireRoute(FindPayments.Payment through, Route route) {
        boolean isInFiles =
                through.amount().currency().equals(Scheme.SEPA_CORE.rules().currency());
        if (route instanceof Route.Transfer && !isInFiles)
            throw new Refusal(
                            "refund.currency",
                            "Files of transfers are in %s, and this payment came in %s. Nothing was refunded. Send it at the bank yourself."
                                    .formatted(
                                            Scheme.SEPA_CORE.rules().currency(),
                                            through.amount().currency()))
                    .at("route");
    }

    /** Money goes back no earlier than it came. */
    private static LocalDate on(FindPayments.Payment through, LocalDate today) {
        return through.on().isAfter(today) ? through.on() : today;
    }

    /** What it takes the money from; {@code note} where that was made for it. */
    private record Drawn(MeansId means, Money amount, DocumentId note) {}

    private Drawn drawn(BusinessId business, FindPayments.Payment through, RefundWish wish, LocalDate today) {
        return switch (wish.draw()) {
            case Draw.OnAccount d -> onAccount(business, through, d);
            case Draw.NewNote d -> byNote(business, through, d, wish.why());
            case Draw.Reopened d -> {
                unsettle.releaseOf(business, through.id(), d.document(), d.amount(), on(through, today));
                yield new Drawn(through.id(), d.amount(), null);
            }
        };
    }

    private Drawn onAccount(BusinessId business, FindPayments.Payment through, Draw.OnAccount d) {
        FindPayments.Held held = payments.held(business, d.means()).orElseThrow(NotHere::new);
        if (!held.customer().equals(through.customer()))
            throw new Refusal(
                    "refund.other",
                    "That money is of another customer than the payment. Nothing was refunded. Begin with the payment.");
        return new Drawn(d.means(), d.amount(), null);
    }

    private Drawn byNote(BusinessId business, FindPayments.Payment through, Draw.NewNote d, String why) {
        if (!documents.get(business, d.document()).customer().equals(through.customer()))
            throw new Refusal(
                    "refund.other",
                    "That invoice is of another customer than the payment. Nothing was refunded. Begin with the payment.");
        CreditForRefund.Issued note = credit.issue(
                business,
                new CreditForRefund.Wanted(
                        d.document(),
                        d.lines(),
                        d.amount(),
                        Particulars.Then.REFUND,
                        why.isEmpty() ? "Refunded" : why,
                        "Nothing was refunded."));
        Money left =
                payments.held(business, note.means()).orElseThrow().credit().left();
        if (!left.isPositive())
            throw new Refusal(
                    "refund.open",
                    "All of that credit settles what is still open of the invoice, so that nothing is left to give back. Nothing was refunded. Make the credit note by itself.");
        return new Drawn(note.means(), left, note.note());
    }

    private ProcessorAccount processorOf(
            BusinessId business, FindPayments.Payment through, Route.InPayout in, Money amount) {
        if (!amount.equals(in.done().amount()))
            throw new Refusal(
                            "refund.differs",
                            "%s went back with payout %s, and what was chosen comes to %s. Nothing was refunded. Choose what comes to the same."
                                    .formatted(
                                            in.done().amount().withCurrency(), in.reference(), amount.withCurrency()))
                    .at("draw");
        return setup.processor(business, through.booked().processor());
    }

    private ProcessorAccount processor(BusinessId business, FindPayments.Payment through) {
        boolean possible = through.booked().saleReference() != null;
        if (!possible)
            throw new Refusal(
                    "refund.no-card",
                    "This payment came by %s, so it cannot go back to a card. Nothing was refunded. Choose a transfer."
                            .formatted(through.channel().words()));
        ProcessorAccount processor = setup.processor(business, through.booked().processor());
        if (!processor.isOn())
            throw new Refusal(
                    "refund.off",
                    "%s is switched off, so nothing goes back through it. Nothing was refunded. Switch it on, or choose a transfer."
                            .formatted(processor.name()));
        return processor;
    }
}
