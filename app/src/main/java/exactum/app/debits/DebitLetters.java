package exactum.app.debits;

import exactum.app.business.Business;
import exactum.app.business.FindBusinesses;
import exactum.app.documents.Document;
import exactum.app.documents.FindDocuments;
import exactum.app.links.PaymentLinks;
import exactum.app.mandates.FindMandates;
import exactum.app.mandates.Mandate;
import exactum.app.mandates.MandatePaper;
import exactum.app.messages.Letter;
import exactum.app.messages.LetterWriter;
import exactum.app.messages.Message;
import exactum.app.messages.MessageKind;
import exactum.app.settlement.FindClaims;
import exactum.app.web.NotHere;
import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CollectionId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Writes to payers of debits: that one is coming, and that one came back and what happens now. */
@Component
class DebitLetters implements LetterWriter {
    private final FindBusinesses businesses;
    private final FindClaims claims;
    private final FindMandates mandates;
    private final MandatePaper paper;
    private final FindDocuments documents;
    private final PaymentLinks links;
    private final DebitNoticeStore notices;
    private final DebitStore debits;
    private final CameBackStore cameBack;

    DebitLetters(
            FindBusinesses businesses,
            FindClaims claims,
            FindMandates mandates,
            MandatePaper paper,
            FindDocuments documents,
            PaymentLinks links,
            DebitNoticeStore notices,
            DebitStore debits,
            CameBackStore cameBack) {
        this.businesses = businesses;
        this.claims = claims;
        this.mandates = mandates;
        this.paper = paper;
        this.documents = documents;
        this.links = links;
        this.notices = notices;
        this.debits = debits;
        this.cameBack = cameBack;
    }

    @Override
    public Set<MessageKind> kinds() {
        return Set.of(MessageKind.ADVANCE_NOTICE, MessageKind.DEBIT_RETURNED);
    }

    @Override
    public Letter write(Message message) {
        Business business = businesses.get(message.business());
        return message.kind() == MessageKind.ADVANCE_NOTICE ? notice(business, message) : returned(business, message);
    }

    private Letter notice(Business business, Message message) {
        var claim = new ClaimId(message.subject());
        DebitNoticeStore.Said said = notices.of(business.id(), claim).orElseThrow(NotHere::new);
        FindClaims.Open open = claims.find(business.id(), claim).orElseThrow(NotHere::new);
        Mandate mandate =
                mandates.covering(business.id(), List.of(open.document())).get(open.document());
        String body = """
                Dear %s,

                on %s we collect %s for %s from your account ending %s, under mandate %s. Our creditor identifier is %s.

                Please see to it that the account holds the amount. If you would rather pay in another way, do it before %s:
                %s

                %s
                """.formatted(
                        open.customerName(),
                        Texts.weekday(said.collectOn()),
                        said.amount().withCurrency(),
                        open.number(),
                        mandate.payer().ending(),
                        mandate.reference(),
                        paper.creditor(business).identifier().value(),
                        Texts.weekday(said.collectOn()),
                        address(business.id(), open.document()),
                        business.name());
        return letter(
                business,
                "We collect %s on %s".formatted(said.amount().withCurrency(), Texts.day(said.collectOn())),
                body);
    }

    private Letter returned(Business business, Message message) {
        DebitStore.Debit debit =
                debits.find(business.id(), new CollectionId(message.subject())).orElseThrow(NotHere::new);
        List<DocumentId> about =
                cameBack.documents(business.id(), List.of(debit.id())).get(debit.id());
        Document first = documents.get(business.id(), about.getFirst());
        Optional<LocalDate> again =
                cameBack.notBefore(business.id(), debit.items().keySet());
        String next = again.map(day -> "We try it again on %s. Please see to it that the account holds the amount."
                        .formatted(Texts.weekday(day)))
                .orElse("We do not try it again by ourselves. Please pay it in another way.");
        Money open = Money.sum(
                debit.amount().currency(),
                claims.openOf(business.id(), first.id()).stream()
                        .map(FindClaims.Open::left)
                        .toList());
        String body = """
                Dear %s,

                our debit of %s on %s for %s did not hold: %s. %s is open again.

                %s You can pay at once here:
                %s

                %s
                """.formatted(
                        debit.customerName(),
                        debit.amount().withCurrency(),
                        Texts.day(debit.on()),
                        first.number(),
                        said(debit),
                        open.withCurrency(),
                        next,
                        address(business.id(), first.id()),
                        business.name());
        return letter(
                business, "Our debit of %s came back".formatted(debit.amount().withCurrency()), body);
    }

    /** In words, without the bank's code. */
    private static String said(DebitStore.Debit debit) {
        return debit.lastReason() == null
                ? "no reason was given"
                : debit.lastReason().replaceFirst("^[A-Z0-9]{4}, ", "");
    }

    private String address(BusinessId business, DocumentId document) {
        return links.address(links.ofDocument(business, document));
    }

    private static Letter letter(Business business, String subject, String body) {
        return new Letter(new Letter.Sender(business.name(), business.identity().mailFrom()), subject, body, List.of());
    }
}
