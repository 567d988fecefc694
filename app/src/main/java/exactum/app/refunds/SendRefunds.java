package exactum.app.refunds;

import exactum.app.cards.Connections;
import exactum.app.installation.BusinessClock;
import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.core.card.NoAnswer;
import exactum.core.card.ProcessorPort;
import exactum.core.ids.BusinessId;
import exactum.core.ids.RefundOrderId;
import java.time.Duration;
import org.springframework.stereotype.Component;

/**
 * Asks processors to give money back, under the key of the order: asked again, it is done once. A lost answer is asked for until it
 * comes, and so is one that the processor has no time for; meanwhile the money counts as given back.
 */
@Component
public class SendRefunds {
    private static final Duration PATIENCE = Duration.ofSeconds(20);
    private final RefundStore store;
    private final RefundAnswers answers;
    private final FindSetup setup;
    private final Connections connections;
    private final BusinessClock clock;

    SendRefunds(
            RefundStore store, RefundAnswers answers, FindSetup setup, Connections connections, BusinessClock clock) {
        this.store = store;
        this.answers = answers;
        this.setup = setup;
        this.connections = connections;
        this.clock = clock;
    }

    /** Sends one that was just booked, if it goes to a card; a person waits for it. */
    public void send(BusinessId business, RefundOrderId id) {
        RefundOrder order = store.find(business, id).orElseThrow();
        if (!order.to().isCard() || order.state() != RefundOrder.State.ASKED) return;
        ProcessorAccount processor = setup.processor(business, order.to().processor());
        try {
            ProcessorPort.Refunded refunded =
                    connections.to(processor).refund(id.toString(), order.to().sale(), order.amount());
            answers.sent(processor, id, refunded);
        } catch (NoAnswer noAnswer) {
            if (!noAnswer.isPerhapsDone() && !noAnswer.isForLater())
                answers.notDone(business, id, noAnswer.getMessage());
        }
    }

    /** Sends all whose answer is missing. */
    void sendAll() {
        store.unanswered(clock.now().minus(PATIENCE)).forEach(u -> send(u.business(), u.id()));
    }
}
