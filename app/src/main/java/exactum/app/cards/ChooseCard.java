package exactum.app.cards;

import exactum.app.audit.Audit;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CardId;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Of several cards of a customer one is charged first; the others stand in where it is refused for good or expires. */
@Component
public class ChooseCard {
    private final CardStore cards;
    private final Audit audit;

    ChooseCard(CardStore cards, Audit audit) {
        this.cards = cards;
        this.audit = audit;
    }

    /**
     * Charges it first from now on; twice is once.
     *
     * @param by who chose it
     */
    @Transactional
    public void choose(BusinessId business, CardId id, String by) {
        CardOnFile card = cards.find(business, id).orElseThrow();
        if (cards.choose(business, card))
            audit.record(business, "chose which card is charged first", card.shown() + ", " + by);
    }
}
