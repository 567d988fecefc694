package exactum.app.debits;

import exactum.app.audit.Audit;
import exactum.app.bank.LineRef;
import exactum.app.bank.Match;
import exactum.app.bank.Part;
import exactum.app.customers.FindCustomers;
import exactum.app.customers.Mail;
import exactum.app.ledger.Ledger;
import exactum.app.mandates.Mandates;
import exactum.app.messages.MessageKind;
import exactum.app.messages.NewMessage;
import exactum.app.messages.Outbox;
import exactum.app.settlement.Claims;
import exactum.app.settlement.Unsettle;
import exactum.app.setup.FindSetup;
import exactum.app.waiting.NewWaiting;
import exactum.app.waiting.Wait;
import exactum.app.web.NotHere;
import exactum.core.bank.WaitingKind;
import exactum.core.collection.Back;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CameBackId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CollectionId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.AccountRole;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.settlement.TakeBack;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Takes in what came back, with all that follows, in one transaction: what it paid is open again, the payment stays as returned,
 * the bank's line is matched on its own day, the batch stays as the bank has it; the next try, the mandate and the message follow
 * from the reason.
 */
@Component
public class TakeBackDebit {
    private final CameBackStore store;
    private final DebitStore debits;
    private final WorkOutEffects effects;
    private final Claims claims;
    private final Unsettle unsettle;
    private final Match match;
    private final Wait wait;
    private final Ledger ledger;
    private final FindSetup setup;
    private final Mandates mandates;
    private final FindCustomers customers;
    private final ReturnFee fees;
    private final Outbox outbox;
    private final RunBank bank;
    private final Audit audit;

    TakeBackDebit(
            CameBackStore store,
            DebitStore debits,
            WorkOutEffects effects,
            Claims claims,
            Unsettle unsettle,
            Match match,
            Wait wait,
            Ledger ledger,
            FindSetup setup,
            Mandates mandates,
            FindCustomers customers,
            ReturnFee fees,
            Outbox outbox,
            RunBank bank,
            Audit audit) {
        this.store = store;
        this.debits = debits;
        this.effects = effects;
        this.claims = claims;
        this.unsettle = unsettle;
        this.match = match;
        this.wait = wait;
        this.ledger = ledger;
        this.setup = setup;
        this.mandates = mandates;
        this.customers = customers;
        this.fees = fees;
        this.outbox = outbox;
        this.bank = bank;
        this.audit = audit;
    }

    /**
     * Takes one in; a second time changes nothing.
     *
     * @param chosen the collection that it is, where its reference got lost; else null
     * @param withFee whether the payer is billed the fee
     * @throws Refusal if it cannot be taken in
     */
    @Transactional
    public void takeIn(BusinessId business, CameBackId id, CollectionId chosen, boolean withFee) {
        CameBack c = store.lock(business, id).orElseThrow(NotHere::new);
        if (c.state() != CameBack.State.NEW) return;
        CameBack of = c.collection() == null && chosen != null ? c.of(chosen) : c;
        if (of.collection() != null)
            debits.customer(business, of.collection()).ifPresent(whose -> claims.hold(business, whose));
        Effects e = effects.of(business, of);
        if (e.problem() != null) throw new Refusal("debit.back", e.problem());
        money(business, e);
        follow(business, e, withFee);
        store.state(business, id, e.debit().id(), CameBack.State.TAKEN_IN, "");
        audit.record(
                business,
                "took in what came back",
                "%s of %s: %s"
                        .formatted(
                                e.cameBack().amount().withCurrency(),
                                e.debit().customerName(),
                                e.reason().said()));
    }

    private void money(BusinessId business, Effects e) {
        DebitStore.Debit d = e.debit();
        List<CollectionId> ids = List.of(d.id());
        debits.reason(business, d.id(), e.reason().said());
        if (d.state().equals(DebitStore.IN_FLIGHT)) {
            debits.move(business, ids, List.of(DebitStore.IN_FLIGHT), Back.REJECTED.words());
            store.tellAgain(business, d.mandate(), d.id());
            return;
        }
        if (e.money()) {
            MeansId means = store.means(business, d.id()).orElseThrow();
            if (e.cameBack().line() != null) byLine(business, e, means);
            else inAdvance(business, e, means);
        }
        debits.move(business, ids, List.of(DebitStore.COLLECTED), e.kind().words());
    }

    /** The line is there: it is matched as the return that it is, with what the bank took on top. */
    private void byLine(BusinessId business, Effects e, MeansId means) {
        CameBack c = e.cameBack();
        var parts = new ArrayList<Part>();
        parts.add(new Part.Return(means, c.amount().negated()));
        if (c.charged().isPositive()) {
            AccountCode charges = ledger.accounts(business).of(AccountRole.BANK_CHARGES);
            parts.add(new Part.ToAccount(charges, c.charged().negated()));
        }
        match.match(business, new LineRef.OfBank(c.line()), parts);
    }

    /** The bank's line is still to come, or never does because the batch came out short. */
    private void inAdvance(BusinessId business, Effects e, MeansId means) {
        CameBack c = e.cameBack();
        AccountCode clearing = ledger.accounts(business).of(AccountRole.DEBIT_CLEARING);
        TakeBack back = unsettle.takeBack(
                business,
                new Unsettle.Gone(
                        means,
                        c.amount(),
                        c.on(),
                        e.kind() == Back.REJECTED ? TakeBack.Cause.REJECTED : TakeBack.Cause.RETURNED,
                        e.reason().said(),
                        clearing,
                        List.of()));
        if (e.kind() == Back.REJECTED) {
            store.waiting(business, e.debit()).ifPresent(w -> wait.letGo(business, w, c.amount(), c.on()));
            return;
        }
        Money out = c.amount().negated();
        wait.begin(
                business,
                new NewWaiting(
                        WaitingKind.RETURN,
                        clearing,
                        c.on(),
                        setup.rate(business, out.currency(), c.on()).value(out).value(),
                        List.of(e.debit().endToEnd()),
                        "returned debit of " + e.debit().customerName(),
                        e.debit().customer(),
                        null,
                        back.id().value()));
    }

    private void follow(BusinessId business, Effects e, boolean withFee) {
        DebitStore.Debit d = e.debit();
        List<ClaimId> claims = List.copyOf(d.items().keySet());
        if (e.retry() != null) store.again(business, claims, e.retry().on(), d.tryNo());
        if (e.mandateTo() != null)
            mandates.move(business, d.mandate(), e.mandateTo(), e.reason().said());
        Optional<DocumentId> fee = withFee && e.fee().isPositive()
                ? Optional.of(fees.bill(business, d, e.cameBack(), e.fee()))
                : Optional.empty();
        if (e.isTold()) tell(business, e, fee);
    }

    private void tell(BusinessId business, Effects e, Optional<DocumentId> fee) {
        DebitStore.Debit d = e.debit();
        var about = new ArrayList<>(store.documents(business, d.id()));
        fee.ifPresent(about::add);
        outbox.putOnce(
                business,
                NewMessage.to(
                        customers.get(business, d.customer()).recipients().of(Mail.INVOICES),
                        MessageKind.DEBIT_RETURNED,
                        d.customer(),
                        d.id().value(),
                        bank.now(business).toLocalDate(),
                        about));
    }

    /** Sets one aside, with a cause: nothing follows from it. */
    @Transactional
    public void setAside(BusinessId business, CameBackId id, String cause) {
        CameBack c = store.lock(business, id).orElseThrow(NotHere::new);
        if (c.state() != CameBack.State.NEW) return;
        if (cause.isBlank())
            throw new Refusal("debit.cause", "Say why, so that it can be read later. Nothing was changed.").at("cause");
        store.state(business, id, c.collection(), CameBack.State.SET_ASIDE, cause.strip());
        audit.record(business, "set aside what came back", cause.strip());
    }
}
