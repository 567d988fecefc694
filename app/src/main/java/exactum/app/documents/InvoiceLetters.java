package exactum.app.documents;

import exactum.app.customers.Delivery;
import exactum.app.layouts.Look;
import exactum.app.layouts.Looks;
import exactum.app.layouts.Places;
import exactum.app.messages.Letter;
import exactum.app.messages.LetterWriter;
import exactum.app.messages.Message;
import exactum.app.messages.MessageKind;
import exactum.app.settlement.FindClaims;
import exactum.app.setup.FindSetup;
import exactum.app.web.Habit;
import exactum.app.web.Wordings;
import exactum.core.document.DocumentKind;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import exactum.core.text.Placeholders;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.function.UnaryOperator;
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
    private final LookAt lookAt;
    private final Drafts drafts;
    private final DocumentFiles files;
    private final FindSetup setup;
    private final Looks looks;
    private final Channels channels;
    private final Wordings words;

    InvoiceLetters(
            FindDocuments documents,
            FindClaims claims,
            LookAt lookAt,
            Drafts drafts,
            DocumentFiles files,
            FindSetup setup,
            Looks looks,
            Channels channels,
            Wordings words) {
        this.documents = documents;
        this.claims = claims;
        this.lookAt = lookAt;
        this.drafts = drafts;
        this.files = files;
        this.setup = setup;
        this.looks = looks;
        this.channels = channels;
        this.words = words;
    }

    @Override
    public Set<MessageKind> kinds() {
        return Set.of(
                MessageKind.INVOICE,
                MessageKind.REMINDER,
                MessageKind.QUOTE,
                MessageKind.CREDIT_NOTE,
                MessageKind.TEST_COPY);
    }

    @Override
    public Letter write(Message message) {
        BusinessId business = message.business();
        var id = new DocumentId(message.subject());
        if (message.kind() == MessageKind.TEST_COPY) return testCopy(business, id);
        Document document = documents.get(business, id);
        Looked looked = lookAt.issued(business, document);
        return letter(
                business,
                looked,
                channels.now(business, document),
                claims.openOf(business, id),
                message.kind() == MessageKind.REMINDER,
                l -> files.of(business, l));
    }

    @Override
    public Function<Message, Letter> writing(BusinessId business, List<Message> some) {
        List<DocumentId> ids = some.stream()
                .filter(m -> m.kind() != MessageKind.TEST_COPY)
                .map(m -> new DocumentId(m.subject()))
                .distinct()
                .toList();
        List<Document> all = documents.all(business, ids);
        Map<DocumentId, Looked> looked = lookAt.issued(business, all);
        Map<DocumentId, List<FindClaims.Open>> open = claims.openOfAll(business, ids);
        UnaryOperator<Document> now = channels.of(business, all);
        Function<Looked, List<Letter.Attachment>> attached = files.writing(business, all);
        return message -> {
            var id = new DocumentId(message.subject());
            if (message.kind() == MessageKind.TEST_COPY || !looked.containsKey(id)) return write(message);
            Looked one = looked.get(id);
            return letter(
                    business,
                    one,
                    now.apply(one.document()),
                    open.getOrDefault(id, List.of()),
                    message.kind() == MessageKind.REMINDER,
                    attached);
        };
    }

    /** What a draft would be sent as, to whoever wrote it; issued meanwhile, it is what it is. */
    private Letter testCopy(BusinessId business, DocumentId id) {
        Looked looked = drafts.find(business, id)
                .map(d -> lookAt.draft(business, d))
                .orElseGet(() -> lookAt.issued(business, documents.get(business, id)));
        Letter as = draft(business, looked);
        String test = words.say(looked.document().manner().habit(), "letter.test");
        return new Letter(as.sender(), "Test: " + as.subjectLine(), test + "\n\n" + as.body(), as.attachments());
    }

    /** What is open of a document and where it is paid, short enough for one text message of a phone (GSM 03.38: 160 letters). */
    String forPhone(BusinessId business, Document d, String address) {
        Habit habit = d.manner().habit();
        List<FindClaims.Open> open = claims.openOf(business, d.id());
        if (open.isEmpty()) return words.say(habit, "phone.see", d.seller().senderName(), d.number(), address);
        Money left = Money.sum(
                d.gross().currency(), open.stream().map(FindClaims.Open::left).toList());
        return words.say(
                habit,
                "phone.pay",
                d.seller().senderName(),
                d.number(),
                habit.money(left),
                habit.day(open.getFirst().due()),
                address);
    }

    /** The message of a draft as it would be. */
    Letter draft(BusinessId business, Looked looked) {
        List<FindClaims.Open> open = looked.document().kind() == DocumentKind.INVOICE
                ? looked.parts().stream().map(p -> open(looked.document(), p)).toList()
                : List.of();
        return letter(
                business, looked, channels.now(business, looked.document()), open, false, l -> files.of(business, l));
    }

    private static FindClaims.Open open(Document d, FindClaims.Part p) {
        return new FindClaims.Open(
                p.id(), d.id(), d.number(), d.customer(), d.buyer().name(), p.due(), p.left(), p.early());
    }

    /** @param now the document as it can be paid by now; its files are those of how it was issued */
    private Letter letter(
            BusinessId business,
            Looked looked,
            Document now,
            List<FindClaims.Open> open,
            boolean again,
            Function<Looked, List<Letter.Attachment>> attached) {
        Document document = looked.document();
        var writing = new Writing(business, looked.as(now), open);
        String sender = document.seller().senderName();
        String what = document.kind().words().replace(' ', '-');
        boolean remind = again && !open.isEmpty();
        Look.Texts own = again ? Look.Texts.OURS : own(business, document.manner());
        String subject = again
                ? writing.say("letter.reminder.subject", document.number())
                : writing.say("letter." + what + ".subject", document.number(), sender);
        return new Letter(
                new Letter.Sender(sender, document.seller().mailFrom()),
                own.subjectLine().isEmpty() ? subject : writing.filled(own.subjectLine()),
                remind ? writing.reminder() : own.message().isEmpty() ? writing.body() : writing.own(own.message()),
                attached.apply(looked));
    }

    /** The texts of the layout that it was issued with. */
    private Look.Texts own(BusinessId business, Manner manner) {
        return manner.style() == null
                ? Look.Texts.OURS
                : looks.of(business, manner.style().layout(), manner.style().edition())
                        .texts(manner.language().code());
    }

    /** A letter while it is written, in the language of its document. */
    private final class Writing {
        private final BusinessId business;
        private final Looked looked;
        private final Document d;
        private final List<FindClaims.Open> open;
        private final Habit habit;

        Writing(BusinessId business, Looked looked, List<FindClaims.Open> open) {
            this.business = business;
            this.looked = looked;
            this.d = looked.document();
            this.open = open;
            this.habit = d.manner().habit();
        }

        String say(String code, String... with) {
            return words.say(habit, code, with);
        }

        String filled(String text) {
            return new Placeholders(text).filled(Fillings.of(looked, open, habit));
        }

        /** Words of our own; how to pay or to accept follows, unless they lead there themselves. */
        String own(String text) {
            boolean leads = new Placeholders(text).names().contains(Places.LINK);
            String then = switch (d.kind()) {
                case INVOICE -> open.isEmpty() ? "" : howToPay();
                case QUOTE -> say("letter.quote.accept") + "\n" + looked.address();
                case CREDIT_NOTE, CASH_SALE -> "";
            };
            return leads || then.isEmpty() ? filled(text) + "\n" : filled(text) + "\n\n" + then + "\n";
        }

        String body() {
            return switch (d.kind()) {
                case INVOICE -> invoice();
                case QUOTE -> letter(quote());
                case CREDIT_NOTE -> letter(creditNote());
                case CASH_SALE ->
                    letter(say("letter.cash-sale", d.number(), habit.day(d.date()), habit.money(d.gross()))
                            + (d.isOnFile() ? " " + say("letter.cash-sale.on-file") : ""));
            };
        }

        private String letter(String says) {
            return """
                    %s

                    %s

                    %s
                    """.formatted(
                    say("letter.dear", d.buyer().name()), says, d.seller().senderName());
        }

        private String quote() {
            return say(
                            "letter.quote",
                            d.number(),
                            habit.day(d.date()),
                            habit.money(d.gross()),
                            habit.day(d.particulars().offer().expiresOn()))
                    + "\n" + say("letter.quote.accept") + "\n" + looked.address();
        }

        private String creditNote() {
            String note = say("letter.credit-note", d.number(), habit.day(d.date()), habit.money(d.gross()));
            return looked.credited().isEmpty() ? note : note + " " + say("letter.credit-note.on", looked.credited());
        }

        private String invoice() {
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

        /** Amount and day stand above it, so that with this the message is the advance notice of the debit. */
        private String collected() {
            Manner.Debited debited = d.manner().debited();
            return debited == null
                    ? say("letter.collected")
                    : say("paper.debited", debited.ending(), debited.mandate(), debited.creditor());
        }

        /** The channels that the document names; without a card its page can still be seen. */
        private String howToPay() {
            String link = looked.address();
            if (d.manner().collected()) return collected() + "\n" + say("letter.see") + "\n" + link;
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
