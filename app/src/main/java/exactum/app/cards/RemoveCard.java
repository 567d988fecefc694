package exactum.app.cards;

import exactum.app.audit.Audit;
import exactum.app.setup.FindSetup;
import exactum.core.card.NoAnswer;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CardId;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** A card is charged no more: its holder took it away, or one of us did. The processor is told to forget it. */
@Component
public class RemoveCard {
    private final CardStore cards;
    private final FindSetup setup;
    private final Connections connections;
    private final Audit audit;
    private final TransactionTemplate transaction;

    RemoveCard(
            CardStore cards, FindSetup setup, Connections connections, Audit audit, TransactionTemplate transaction) {
        this.cards = cards;
        this.setup = setup;
        this.connections = connections;
        this.audit = audit;
        this.transaction = transaction;
    }

    /**
     * Removes it; twice is once. Where the processor is away it keeps the card, and we charge it no more all the same.
     *
     * @param cause who removed it
     */
    public void remove(BusinessId business, CardId id, String cause) {
        CardOnFile card = cards.find(business, id).orElseThrow();
        Boolean ended = transaction.execute(s -> {
            boolean done = cards.end(business, id, CardOnFile.State.REMOVED, cause);
            if (done) audit.record(business, "removed a card on file", card.shown() + ", " + cause);
            return done;
        });
        if (!Boolean.TRUE.equals(ended)) return;
        try {
            connections.to(setup.processor(business, card.processor())).forget(cards.token(business, id));
        } catch (NoAnswer away) {
            transaction.executeWithoutResult(s -> audit.record(
                    business,
                    "could not tell the processor to forget a card",
                    card.shown() + ": " + away.getMessage()));
        }
    }
}
