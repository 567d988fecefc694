package exactum.app.chargebacks;

import exactum.app.cards.Connections;
import exactum.app.cards.Contested;
import exactum.app.settlement.FindPayments;
import exactum.app.setup.ProcessorAccount;
import exactum.app.waiting.AwaitsPayout;
import exactum.core.card.NoAnswer;
import exactum.core.card.ProcessorPort;
import exactum.core.problem.Refusal;
import java.util.List;
import java.util.Set;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Takes in what processors tell of contested sales: by notices, when they are asked, and in their payouts. */
@Component
public class TakeInChargebacks {
    private final ChargebackStore store;
    private final BookContest book;
    private final FindPayments payments;
    private final Connections connections;
    private final TransactionTemplate transaction;

    TakeInChargebacks(
            ChargebackStore store,
            BookContest book,
            FindPayments payments,
            Connections connections,
            TransactionTemplate transaction) {
        this.store = store;
        this.book = book;
        this.payments = payments;
        this.connections = connections;
        this.transaction = transaction;
    }

    @EventListener
    @Transactional(propagation = Propagation.MANDATORY)
    void told(Contested contested) {
        book.told(contested.processor(), contested.chargeback());
    }

    /** What a payout tells before the processor does. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void told(ProcessorAccount processor, ProcessorPort.Chargeback told) {
        book.told(processor, told);
    }

    /** Which of several the books have. */
    public Set<String> known(ProcessorAccount processor, List<String> references) {
        return store.known(processor.business(), processor.id(), references);
    }

    /** A sale that comes into the books after it was contested. */
    @EventListener
    @Transactional(propagation = Propagation.MANDATORY)
    void awaited(AwaitsPayout awaits) {
        for (Chargeback c : store.ofSales(awaits.business(), awaits.processor(), awaits.references()))
            payments.ofSale(awaits.business(), awaits.processor(), c.sale())
                    .ifPresent(p -> book.paidLater(awaits.business(), c, p));
    }

    /**
     * Asks a processor for what is new, and how those stand that are not decided.
     *
     * @throws Refusal if it does not answer; what was taken in until then stays
     */
    public void fetch(ProcessorAccount processor) {
        if (!processor.isOn()) return;
        try {
            ProcessorPort port = connections.to(processor);
            String readTo = store.readTo(processor.business(), processor.id());
            for (ProcessorPort.Chargeback told : port.chargebacksAfter(readTo)) {
                transaction.executeWithoutResult(s -> {
                    book.told(processor, told);
                    store.readTo(processor.business(), processor.id(), told.reference());
                });
            }
            for (Chargeback c : store.undecided(processor.business(), processor.id())) {
                ProcessorPort.Chargeback told = port.chargeback(c.reference());
                transaction.executeWithoutResult(s -> book.told(processor, told));
            }
        } catch (NoAnswer noAnswer) {
            throw new Refusal(
                    "chargeback.unreachable",
                    "%s does not tell of chargebacks: %s. Nothing more was stored. It is asked again by itself."
                            .formatted(processor.name(), noAnswer.getMessage()));
        }
    }
}
