package exactum.app.cards;

import exactum.app.customers.FindCustomers;
import exactum.app.customers.Mail;
import exactum.app.messages.MessageKind;
import exactum.app.messages.NewMessage;
import exactum.app.messages.Outbox;
import exactum.core.ids.BusinessId;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Asks holders of cards on file that are good no more soon for another one, once for each card; who has no address is for a person. */
@Component
public class AskForNewCard {
    private final CardStore cards;
    private final FindCustomers customers;
    private final Outbox outbox;

    AskForNewCard(CardStore cards, FindCustomers customers, Outbox outbox) {
        this.cards = cards;
        this.customers = customers;
        this.outbox = outbox;
    }

    @Transactional
    public void all(BusinessId business, LocalDate today) {
        var messages = new ArrayList<NewMessage>();
        for (CardOnFile card : cards.toAsk(business, today)) {
            List<String> to =
                    customers.get(business, card.customer()).recipients().of(Mail.INVOICES);
            if (to.isEmpty()) continue;
            messages.add(NewMessage.to(
                    to, MessageKind.CARD_ENDS, card.customer(), card.id().value(), today, List.of()));
            cards.asked(business, card.id(), today);
        }
        outbox.putEachOnce(business, messages);
    }
}
