package exactum.app.mandates;

import exactum.app.business.Business;
import exactum.app.business.FindBusinesses;
import exactum.app.customers.BillingRules;
import exactum.app.messages.Letter;
import exactum.app.messages.LetterWriter;
import exactum.app.messages.Message;
import exactum.app.messages.MessageKind;
import exactum.app.web.Habit;
import exactum.app.web.NotHere;
import exactum.app.web.Wordings;
import exactum.core.ids.MandateId;
import exactum.core.ids.MandateLinkId;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Writes to payers about their mandates: the link to give one, and that it is active, with what was signed. */
@Component
class MandateLetters implements LetterWriter {
    private final FindMandates mandates;
    private final SigningLinks links;
    private final MandatePaper paper;
    private final FindBusinesses businesses;
    private final BillingRules rules;
    private final Wordings words;

    MandateLetters(
            FindMandates mandates,
            SigningLinks links,
            MandatePaper paper,
            FindBusinesses businesses,
            BillingRules rules,
            Wordings words) {
        this.rules = rules;
        this.words = words;
        this.mandates = mandates;
        this.links = links;
        this.paper = paper;
        this.businesses = businesses;
    }

    @Override
    public Set<MessageKind> kinds() {
        return Set.of(MessageKind.MANDATE, MessageKind.MANDATE_LINK);
    }

    @Override
    public Letter write(Message message) {
        Business business = businesses.get(message.business());
        return message.kind() == MessageKind.MANDATE ? active(business, message) : link(business, message);
    }

    private Letter active(Business business, Message message) {
        Mandate mandate = mandates.find(message.business(), new MandateId(message.subject()))
                .orElseThrow(NotHere::new);
        Habit in = habit(message);
        String body = String.join(
                "\n\n",
                words.say(in, "letter.dear", mandate.customerName()),
                words.say(
                        in,
                        "mandate.letter.given",
                        mandate.reference().value(),
                        in.day(mandate.authority().validFrom()),
                        mandate.payer().ending(),
                        String.valueOf(mandate.authority().noticeDays())),
                words.say(
                        in,
                        "mandate.letter.identifier",
                        paper.creditor(business).identifier().value()),
                business.name() + "\n");
        return new Letter(
                sender(business),
                words.say(in, "mandate.letter.subject", mandate.reference().value()),
                body,
                List.of(new Letter.Attachment(
                        "mandate-" + mandate.reference().value().replaceAll("[^A-Za-z0-9-]", "_") + ".pdf",
                        "application/pdf",
                        paper.signed(business, mandate))));
    }

    private Letter link(Business business, Message message) {
        MandateLink link = links.find(message.business(), new MandateLinkId(message.subject()))
                .orElseThrow(NotHere::new);
        Habit in = habit(message);
        String body = String.join(
                "\n\n",
                words.say(in, "letter.dear", link.customerName()),
                words.say(in, "mandate.letter.link", in.day(link.expiresOn())),
                links.address(link),
                business.name() + "\n");
        return new Letter(sender(business), words.say(in, "mandate.letter.link.subject"), body, List.of());
    }

    private Habit habit(Message message) {
        return new Habit(rules.of(message.business(), message.customer())
                .language()
                .value()
                .locale());
    }

    private static Letter.Sender sender(Business business) {
        return new Letter.Sender(business.name(), business.identity().mailFrom());
    }
}
