package exactum.app.payer;

import exactum.app.business.Business;
import exactum.app.business.FindBusinesses;
import exactum.app.cards.CardOnFile;
import exactum.app.cards.Collection;
import exactum.app.cards.FindCards;
import exactum.app.cards.FindCollections;
import exactum.app.customers.BillingRules;
import exactum.app.customers.FindCustomers;
import exactum.app.documents.FindDocuments;
import exactum.app.links.PaymentLinks;
import exactum.app.messages.Letter;
import exactum.app.messages.LetterWriter;
import exactum.app.messages.Message;
import exactum.app.messages.MessageKind;
import exactum.app.web.Habit;
import exactum.app.web.NotHere;
import exactum.app.web.Wordings;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CardId;
import exactum.core.ids.CollectionId;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Writes to holders of cards on file: that one was refused, or that one is good no more soon. */
@Component
class CardLetters implements LetterWriter {
    private final FindBusinesses businesses;
    private final FindCustomers customers;
    private final FindDocuments documents;
    private final FindCards cards;
    private final FindCollections collections;
    private final BillingRules rules;
    private final PaymentLinks links;
    private final Wordings words;

    CardLetters(
            FindBusinesses businesses,
            FindCustomers customers,
            FindDocuments documents,
            FindCards cards,
            FindCollections collections,
            BillingRules rules,
            PaymentLinks links,
            Wordings words) {
        this.businesses = businesses;
        this.customers = customers;
        this.documents = documents;
        this.cards = cards;
        this.collections = collections;
        this.rules = rules;
        this.links = links;
        this.words = words;
    }

    @Override
    public Set<MessageKind> kinds() {
        return Set.of(MessageKind.CARD_REFUSED, MessageKind.CARD_ENDS);
    }

    @Override
    public Letter write(Message message) {
        BusinessId id = message.business();
        Business business = businesses.get(id);
        var habit = rules.of(id, message.customer()).habit();
        String dear = words.say(
                habit, "letter.dear", customers.get(id, message.customer()).name());
        return message.kind() == MessageKind.CARD_REFUSED
                ? letter(business, words.say(habit, "payer.card-refused.subject"), dear, refused(message, habit))
                : letter(business, words.say(habit, "payer.card-ends.subject"), dear, ends(message, habit));
    }

    private String refused(Message message, Habit habit) {
        BusinessId id = message.business();
        Collection refused =
                collections.find(id, new CollectionId(message.subject())).orElseThrow(NotHere::new);
        CardOnFile card = cards.find(id, refused.checkout().card()).orElseThrow(NotHere::new);
        String number = documents.get(id, refused.document()).number();
        return words.say(habit, "payer.card-refused.letter", habit.money(refused.amount()), number, shown(card, habit))
                + "\n" + links.address(links.ofDocument(id, refused.document()));
    }

    private String ends(Message message, Habit habit) {
        BusinessId id = message.business();
        CardOnFile card = cards.find(id, new CardId(message.subject())).orElseThrow(NotHere::new);
        String says = words.say(habit, "payer.card-ends.letter", shown(card, habit), card.until());
        return documents
                .latestOf(id, card.customer())
                .map(d -> says + " " + words.say(habit, "payer.card-ends.here") + "\n"
                        + links.address(links.ofDocument(id, d)))
                .orElse(says);
    }

    private String shown(CardOnFile card, Habit habit) {
        return words.say(habit, "payer.card.shown", card.brand(), card.lastFour());
    }

    private static Letter letter(Business business, String subject, String dear, String says) {
        return new Letter(
                new Letter.Sender(business.name(), business.identity().mailFrom()),
                subject,
                dear + "\n\n" + says + "\n\n" + business.name() + "\n",
                List.of());
    }
}
