package exactum.app.payouts;

import exactum.app.audit.Audit;
import exactum.app.cards.Connections;
import exactum.app.installation.BusinessClock;
import exactum.app.ledger.Ledger;
import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.app.waiting.AwaitsPayout;
import exactum.app.waiting.NewWaiting;
import exactum.app.waiting.Wait;
import exactum.core.bank.WaitingKind;
import exactum.core.card.NoAnswer;
import exactum.core.card.ProcessorPort.EarlyOffer;
import exactum.core.ids.BusinessId;
import exactum.core.ids.EarlyPayoutId;
import exactum.core.money.Valued;
import exactum.core.problem.Refusal;
import java.util.List;
import java.util.Optional;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Asks a processor to pay out before its day, for a fee that a person has seen. That it is asked is written down first, so that a
 * lost answer is asked for again under the same key; the fee is booked once the processor has said yes.
 */
@Component
public class EarlyPayouts {
    private final EarlyPayoutStore store;
    private final Connections connections;
    private final FindSetup setup;
    private final Wait wait;
    private final Ledger ledger;
    private final BusinessClock clock;
    private final Audit audit;
    private final ApplicationEventPublisher events;
    private final TransactionTemplate transaction;

    EarlyPayouts(
            EarlyPayoutStore store,
            Connections connections,
            FindSetup setup,
            Wait wait,
            Ledger ledger,
            BusinessClock clock,
            Audit audit,
            ApplicationEventPublisher events,
            TransactionTemplate transaction) {
        this.store = store;
        this.connections = connections;
        this.setup = setup;
        this.wait = wait;
        this.ledger = ledger;
        this.clock = clock;
        this.audit = audit;
        this.events = events;
        this.transaction = transaction;
    }

    /** What it would send now; empty where there is nothing. */
    public Optional<EarlyOffer> offer(ProcessorAccount processor) {
        try {
            return connections.to(processor).earlyOffer();
        } catch (NoAnswer noAnswer) {
            throw new Refusal(
                    "payout.unreachable",
                    "%s does not say what it would send: %s. Nothing was changed. Try again later."
                            .formatted(processor.name(), noAnswer.getMessage()));
        }
    }

    /**
     * Asks for it; the same form sent again asks once.
     *
     * @throws Refusal if the processor does not do it, as where its fee is another by now
     */
    public void ask(ProcessorAccount processor, EarlyPayoutId id, EarlyOffer offer) {
        BusinessId business = processor.business();
        boolean fresh = transaction.execute(s -> {
            boolean noted = store.insert(business, id, processor.id(), offer, clock.today(business));
            if (noted)
                audit.record(
                        business,
                        "asked for an early payout",
                        "%s for a fee of %s"
                                .formatted(
                                        offer.amount().withCurrency(),
                                        offer.fee().text()));
            return noted;
        });
        if (fresh) send(processor, id);
    }

    /** Asks again for what was not answered. */
    void askAgain(ProcessorAccount processor) {
        for (EarlyPayoutStore.Asked asked : store.unanswered(processor.business(), processor.id()))
            send(processor, asked.id());
    }

    private void send(ProcessorAccount processor, EarlyPayoutId id) {
        BusinessId business = processor.business();
        EarlyPayoutStore.Asked asked =
                transaction.execute(s -> store.lock(business, id)).orElseThrow();
        try {
            String reference = connections.to(processor).sendEarly(id.toString(), asked.fee());
            transaction.executeWithoutResult(s -> sent(processor, id, reference));
        } catch (NoAnswer noAnswer) {
            if (noAnswer.isPerhapsDone()) return;
            transaction.executeWithoutResult(s -> store.refused(business, id, noAnswer.getMessage()));
            throw new Refusal(
                    "payout.early",
                    "%s did not do it: %s. Nothing was asked for. Look again what it offers."
                            .formatted(processor.name(), noAnswer.getMessage()));
        }
    }

    private void sent(ProcessorAccount processor, EarlyPayoutId id, String reference) {
        BusinessId business = processor.business();
        EarlyPayoutStore.Asked asked = store.lock(business, id).orElseThrow();
        if (!asked.state().equals("asked")) return;
        store.sent(business, id, reference);
        Valued fee = setup.rate(business, asked.fee().currency(), asked.on())
                .value(asked.fee())
                .value();
        String words = "fee of early payout " + reference;
        ledger.book(
                business,
                ledger.bookings(business)
                        .processorFee(
                                id.value(),
                                "Fee of " + processor.name() + " for early payout " + reference,
                                asked.on(),
                                fee,
                                processor.accounts().fees(),
                                processor.accounts().feeTags(),
                                processor.accounts().clearing()));
        wait.begin(
                business,
                new NewWaiting(
                        WaitingKind.PROCESSOR_FEE,
                        processor.accounts().clearing(),
                        asked.on(),
                        fee.negated(),
                        List.of(),
                        words,
                        null,
                        null,
                        id.value(),
                        new NewWaiting.AtProcessor(
                                processor.id(), reference, asked.fee().withMinor(0))));
        events.publishEvent(new AwaitsPayout(business, processor.id(), List.of(reference)));
    }
}
