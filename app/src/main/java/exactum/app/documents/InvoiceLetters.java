package exactum.app.documents;

import exactum.app.links.PaymentLinks;
import exactum.app.messages.Letter;
import exactum.app.messages.LetterWriter;
import exactum.app.messages.Message;
import exactum.app.messages.MessageKind;
import exactum.app.settlement.FindClaims;
import exactum.app.web.Texts;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Writes the message that brings an invoice, and the one that brings it again. Both carry the PDF and the payment link. */
@Component
class InvoiceLetters implements LetterWriter {
    private final FindDocuments documents;
    private final FindClaims claims;
    private final PaymentLinks links;
    private final DocumentPdfs pdfs;

    InvoiceLetters(FindDocuments documents, FindClaims claims, PaymentLinks links, DocumentPdfs pdfs) {
        this.documents = documents;
        this.claims = claims;
        this.links = links;
        this.pdfs = pdfs;
    }

    @Override
    public Set<MessageKind> kinds() {
        return Set.of(MessageKind.INVOICE, MessageKind.REMINDER);
    }

    @Override
    public Letter write(Message message) {
        Document document = documents.get(message.business(), new DocumentId(message.subject()));
        List<FindClaims.Open> open = claims.openOf(message.business(), document.id());
        String link = links.address(links.ofDocument(message.business(), document.id()));
        boolean again = message.kind() == MessageKind.REMINDER;
        String sender = document.seller().senderName();
        return new Letter(
                new Letter.Sender(sender, document.seller().mailFrom()),
                again
                        ? "Invoice %s is still open".formatted(document.number())
                        : "Invoice %s from %s".formatted(document.number(), sender),
                again ? reminder(document, open, link) : invoice(document, open, link),
                List.of(new Letter.Attachment(
                        document.number() + ".pdf", "application/pdf", pdfs.of(message.business(), document))));
    }

    private static String invoice(Document d, List<FindClaims.Open> open, String link) {
        return """
                Dear %s,

                your invoice %s of %s over %s is attached. %s

                %s
                """.formatted(
                        d.buyer().name(),
                        d.number(),
                        Texts.day(d.date()),
                        d.gross().withCurrency(),
                        asked(d, open, link),
                        d.seller().senderName());
    }

    private static String asked(Document d, List<FindClaims.Open> open, String link) {
        if (open.isEmpty()) return "It is paid; nothing is left to do.";
        Money rest = rest(open);
        String due = Texts.day(due(open));
        return """
                %s
                You can pay by card here:
                %s""".formatted(
                        rest.equals(d.gross())
                                ? "It is due on %s.".formatted(due)
                                : "%s of it is settled already; %s is due on %s."
                                        .formatted(d.gross().minus(rest).withCurrency(), rest.withCurrency(), due),
                        link);
    }

    private static String reminder(Document d, List<FindClaims.Open> open, String link) {
        if (open.isEmpty()) return invoice(d, open, link);
        return """
                Dear %s,

                invoice %s of %s over %s was due on %s, and %s is open. You can pay by card here:
                %s

                If you have paid meanwhile, thank you, and please disregard this.

                %s
                """.formatted(
                        d.buyer().name(),
                        d.number(),
                        Texts.day(d.date()),
                        d.gross().withCurrency(),
                        Texts.day(due(open)),
                        rest(open).withCurrency(),
                        link,
                        d.seller().senderName());
    }

    private static Money rest(List<FindClaims.Open> open) {
        return Money.sum(
                open.getFirst().left().currency(),
                open.stream().map(FindClaims.Open::left).toList());
    }

    private static LocalDate due(List<FindClaims.Open> open) {
        return open.getFirst().due();
    }
}
