package exactum.app.documents;

import exactum.app.customers.Delivery;
import exactum.app.links.PaymentLinks;
import exactum.app.messages.Letter;
import exactum.app.messages.LetterWriter;
import exactum.app.messages.Message;
import exactum.app.messages.MessageKind;
import exactum.app.settlement.FindClaims;
import exactum.app.setup.FindSetup;
import exactum.app.web.Habit;
import exactum.app.web.Wordings;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/**
 * Writes the message that brings an invoice, and the one that brings it again, in the language of its document: with the PDF or
 * the link alone, and with the channels that the document names.
 */
@Component
class InvoiceLetters implements LetterWriter {
    private final FindDocuments documents;
    private final FindClaims claims;
    private final PaymentLinks links;
    private final DocumentPdfs pdfs;
    private final EInvoices eInvoices;
    private final FindSetup setup;
    private final Wordings words;

    InvoiceLetters(
            FindDocuments documents,
            FindClaims claims,
            PaymentLinks links,
            DocumentPdfs pdfs,
            EInvoices eInvoices,
            FindSetup setup,
            Wordings words) {
        this.documents = documents;
        this.claims = claims;
        this.links = links;
        this.pdfs = pdfs;
        this.eInvoices = eInvoices;
        this.setup = setup;
        this.words = words;
    }

    @Override
    public Set<MessageKind> kinds() {
        return Set.of(MessageKind.INVOICE, MessageKind.REMINDER);
    }

    @Override
    public Letter write(Message message) {
        Document document = documents.get(message.business(), new DocumentId(message.subject()));
        var open = claims.openOf(message.business(), document.id());
        var writing = new Writing(message.business(), document, open);
        boolean again = message.kind() == MessageKind.REMINDER;
        String sender = document.seller().senderName();
        return new Letter(
                new Letter.Sender(sender, document.seller().mailFrom()),
                again
                        ? writing.say("letter.reminder.subject", document.number())
                        : writing.say("letter.invoice.subject", document.number(), sender),
                again && !open.isEmpty() ? writing.reminder() : writing.invoice(),
                attached(message.business(), document));
    }

    private List<Letter.Attachment> attached(BusinessId business, Document document) {
        Delivery delivery = document.manner().delivery();
        var attached = new ArrayList<Letter.Attachment>();
        if (delivery != Delivery.LINK)
            attached.add(
                    new Letter.Attachment(document.number() + ".pdf", "application/pdf", pdfs.of(business, document)));
        if (delivery == Delivery.E_INVOICE)
            attached.add(new Letter.Attachment(
                    document.number() + ".xml", "application/xml", eInvoices.of(business, document)));
        return attached;
    }

    /** A letter while it is written, in the language of its document. */
    private final class Writing {
        private final BusinessId business;
        private final Document d;
        private final List<FindClaims.Open> open;
        private final Habit habit;

        Writing(BusinessId business, Document document, List<FindClaims.Open> open) {
            this.business = business;
            this.d = document;
            this.open = open;
            this.habit = new Habit(document.manner().language().locale());
        }

        String say(String code, String... with) {
            return words.say(habit, code, with);
        }

        String invoice() {
            String about = say(
                    d.manner().delivery() == Delivery.LINK ? "letter.invoice.ready" : "letter.invoice.attached",
                    d.number(),
                    habit.day(d.date()),
                    habit.money(d.gross()));
            return """
                    %s

                    %s %s

                    %s
                    """.formatted(
                            say("letter.dear", d.buyer().name()),
                            about,
                            asked(),
                            d.seller().senderName());
        }

        private String asked() {
            if (open.isEmpty()) return say("letter.paid");
            Money rest = rest();
            if (open.size() > 1) return inParts() + "\n" + howToPay();
            String due = habit.day(open.getFirst().due());
            String when = rest.equals(d.gross())
                    ? say("letter.due", due)
                    : say("letter.part-due", habit.money(d.gross().minus(rest)), habit.money(rest), due);
            return when + early(open.getFirst()) + "\n" + howToPay();
        }

        private String inParts() {
            return say("letter.parts", Integer.toString(open.size()))
                    + open.stream()
                            .map(o -> "\n- " + say("letter.part", habit.money(o.left()), habit.day(o.due())) + early(o))
                            .collect(Collectors.joining())
                    + "\n";
        }

        private String early(FindClaims.Open o) {
            return o.early() == null
                    ? ""
                    : " "
                            + say(
                                    "letter.early",
                                    habit.day(o.early().until()),
                                    habit.money(o.early().discount()));
        }

        String reminder() {
            return """
                    %s

                    %s %s

                    %s

                    %s
                    """.formatted(
                            say("letter.dear", d.buyer().name()),
                            say(
                                    "letter.reminder",
                                    d.number(),
                                    habit.day(d.date()),
                                    habit.money(d.gross()),
                                    habit.day(open.getFirst().due()),
                                    habit.money(rest())),
                            howToPay(),
                            say("letter.paid-meanwhile"),
                            d.seller().senderName());
        }

        /** The channels that the document names; without a card its page can still be seen. */
        private String howToPay() {
            String link = links.address(links.ofDocument(business, d.id()));
            String card = say(d.manner().byCard() ? "letter.by-card" : "letter.see") + "\n" + link;
            BankAccountId account = d.manner().transferTo();
            if (account == null) return card;
            String transfer =
                    say("letter.by-transfer", setup.number(business, account).printed(), d.number());
            return transfer + "\n" + card;
        }

        private Money rest() {
            return Money.sum(
                    open.getFirst().left().currency(),
                    open.stream().map(FindClaims.Open::left).toList());
        }
    }
}
