package exactum.app.returns;

import exactum.app.business.Business;
import exactum.app.business.FindBusinesses;
import exactum.app.documents.Document;
import exactum.app.documents.DocumentPdfs;
import exactum.app.documents.FindDocuments;
import exactum.app.documents.Origin;
import exactum.app.links.PaymentLinks;
import exactum.app.messages.Letter;
import exactum.app.messages.LetterWriter;
import exactum.app.messages.Message;
import exactum.app.messages.MessageKind;
import exactum.app.settlement.FindClaims;
import exactum.app.settlement.FindPayments;
import exactum.app.web.NotHere;
import exactum.app.web.Texts;
import exactum.core.ids.DocumentId;
import exactum.core.ids.TakeBackId;
import exactum.core.money.Money;
import java.util.ArrayList;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Writes to a payer whose payment came back: what is open again, and what it cost, with the papers and a link. */
@Component
class ReturnLetters implements LetterWriter {
    private final FindBusinesses businesses;
    private final FindReturns returns;
    private final FindPayments payments;
    private final FindDocuments documents;
    private final FindClaims claims;
    private final DocumentPdfs pdfs;
    private final PaymentLinks links;

    ReturnLetters(
            FindBusinesses businesses,
            FindReturns returns,
            FindPayments payments,
            FindDocuments documents,
            FindClaims claims,
            DocumentPdfs pdfs,
            PaymentLinks links) {
        this.businesses = businesses;
        this.returns = returns;
        this.payments = payments;
        this.documents = documents;
        this.claims = claims;
        this.pdfs = pdfs;
        this.links = links;
    }

    @Override
    public Set<MessageKind> kinds() {
        return Set.of(MessageKind.PAYMENT_RETURNED);
    }

    @Override
    public Letter write(Message message) {
        Business business = businesses.get(message.business());
        FindReturns.Returned back =
                returns.find(business.id(), new TakeBackId(message.subject())).orElseThrow(NotHere::new);
        FindPayments.Payment payment =
                payments.find(business.id(), back.payment()).orElseThrow(NotHere::new);
        var open = new ArrayList<String>();
        var attached = new ArrayList<Letter.Attachment>();
        for (DocumentId id : returns.about(business.id(), back.id())) {
            Document document = documents.get(business.id(), id);
            Money left = Money.sum(
                    document.gross().currency(),
                    claims.openOf(business.id(), id).stream()
                            .map(FindClaims.Open::left)
                            .toList());
            boolean fee = document.origin().kind() == Origin.Kind.RETURN;
            open.add("%s: %s%s\n%s"
                    .formatted(
                            document.number(),
                            left.withCurrency(),
                            fee ? ", what the bank takes for it" : " is open again",
                            links.address(links.ofDocument(business.id(), id))));
            attached.add(new Letter.Attachment(
                    document.number() + ".pdf", "application/pdf", pdfs.of(business.id(), document)));
        }
        String body = """
                Dear %s,

                your %s of %s, %s, came back to our bank: %s.

                %s

                Please pay it in another way, by the address beside each.

                %s
                """.formatted(
                        payment.customerName(),
                        payment.channel().words(),
                        payment.amount().withCurrency(),
                        Texts.day(payment.on()),
                        back.reason().isEmpty() ? "no reason was given" : back.reason(),
                        String.join("\n\n", open),
                        business.name());
        return new Letter(
                new Letter.Sender(business.name(), business.identity().mailFrom()),
                "Your %s of %s came back"
                        .formatted(payment.channel().words(), payment.amount().withCurrency()),
                body,
                attached);
    }
}
