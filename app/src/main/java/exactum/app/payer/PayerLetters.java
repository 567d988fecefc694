package exactum.app.payer;

import exactum.app.business.Business;
import exactum.app.business.FindBusinesses;
import exactum.app.customers.BillingRules;
import exactum.app.customers.FindCustomers;
import exactum.app.documents.FindDocuments;
import exactum.app.links.PaymentLink;
import exactum.app.links.PaymentLinks;
import exactum.app.messages.Letter;
import exactum.app.messages.LetterWriter;
import exactum.app.messages.Message;
import exactum.app.messages.MessageKind;
import exactum.app.web.Habit;
import exactum.app.web.NotHere;
import exactum.app.web.Wordings;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.PaymentLinkId;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Writes what goes out around a payment link: a code, a new link, and to whoever sent it that it was paid. */
@Component
class PayerLetters implements LetterWriter {
    private final FindBusinesses businesses;
    private final FindCustomers customers;
    private final FindDocuments documents;
    private final BillingRules rules;
    private final PaymentLinks links;
    private final Proof proof;
    private final Wordings words;

    PayerLetters(
            FindBusinesses businesses,
            FindCustomers customers,
            FindDocuments documents,
            BillingRules rules,
            PaymentLinks links,
            Proof proof,
            Wordings words) {
        this.businesses = businesses;
        this.customers = customers;
        this.documents = documents;
        this.rules = rules;
        this.links = links;
        this.proof = proof;
        this.words = words;
    }

    @Override
    public Set<MessageKind> kinds() {
        return Set.of(MessageKind.PAYER_CODE, MessageKind.PAYMENT_LINK, MessageKind.LINK_PAID);
    }

    @Override
    public Letter write(Message message) {
        BusinessId id = message.business();
        Business business = businesses.get(id);
        var habit = rules.of(id, message.customer()).habit();
        String dear = words.say(
                habit, "letter.dear", customers.get(id, message.customer()).name());
        return switch (message.kind()) {
            case PAYER_CODE ->
                letter(
                        business,
                        words.say(
                                habit, "payer.code.subject", business.identity().senderName()),
                        dear,
                        words.say(habit, "payer.code.letter", proof.code(id, message.subject())));
            case PAYMENT_LINK -> {
                PaymentLink link = links.ofDocument(id, new DocumentId(message.subject()));
                String number = documents.get(id, link.document()).number();
                yield letter(
                        business,
                        words.say(
                                habit,
                                "payer.renew.subject",
                                business.identity().senderName()),
                        dear,
                        words.say(habit, "payer.renew.letter", number) + "\n" + links.address(link));
            }
            default -> told(business, message);
        };
    }

    /** For one of us, in our own language. */
    private Letter told(Business business, Message message) {
        PaymentLink link =
                links.find(business.id(), new PaymentLinkId(message.subject())).orElseThrow(NotHere::new);
        String payer = customers.get(business.id(), link.customer()).name();
        String what = link.document() == null
                ? link.ask().purpose()
                : documents.get(business.id(), link.document()).number();
        var english = new Habit(Locale.ENGLISH);
        return letter(
                business,
                words.say(english, "payer.tell.subject", what, payer),
                payer + ", " + english.day(link.paidOn()),
                link.document() == null
                        ? words.say(english, "payer.tell.letter", "A payment", payer, what)
                        : what + ". " + words.say(english, "payer.tell.full"));
    }

    private static Letter letter(Business business, String subject, String dear, String says) {
        return new Letter(
                new Letter.Sender(business.name(), business.identity().mailFrom()),
                subject,
                dear + "\n\n" + says + "\n\n" + business.name() + "\n",
                List.of());
    }
}
