package exactum.app.mandates;

import exactum.app.business.Business;
import exactum.app.business.FindBusinesses;
import exactum.app.messages.Letter;
import exactum.app.messages.LetterWriter;
import exactum.app.messages.Message;
import exactum.app.messages.MessageKind;
import exactum.app.web.NotHere;
import exactum.app.web.Texts;
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

    MandateLetters(FindMandates mandates, SigningLinks links, MandatePaper paper, FindBusinesses businesses) {
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
        String body = """
                Dear %s,

                your direct debit mandate %s is active from %s. We collect what you owe us from your account ending %s, and tell you the amount and the day at least %d days before.

                Our creditor identifier is %s. What you signed goes with this message. You can end the mandate at any time by telling us.

                %s
                """.formatted(
                        mandate.customerName(),
                        mandate.reference(),
                        Texts.day(mandate.authority().validFrom()),
                        mandate.payer().ending(),
                        mandate.authority().noticeDays(),
                        paper.creditor(business).identifier().value(),
                        business.name());
        return new Letter(
                sender(business),
                "Your direct debit mandate " + mandate.reference() + " is active",
                body,
                List.of(new Letter.Attachment(
                        "mandate-" + mandate.reference().value().replaceAll("[^A-Za-z0-9-]", "_") + ".pdf",
                        "application/pdf",
                        paper.signed(business, mandate))));
    }

    private Letter link(Business business, Message message) {
        MandateLink link = links.find(message.business(), new MandateLinkId(message.subject()))
                .orElseThrow(NotHere::new);
        String body =
                """
                Dear %s,

                with a direct debit mandate we collect what you owe us when it is due, and you need not think of it. You can give it here, with your own account, until %s:

                %s

                %s
                """.formatted(link.customerName(), Texts.day(link.expiresOn()), links.address(link), business.name());
        return new Letter(sender(business), "Pay by direct debit", body, List.of());
    }

    private static Letter.Sender sender(Business business) {
        return new Letter.Sender(business.name(), business.identity().mailFrom());
    }
}
