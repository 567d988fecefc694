package exactum.app.settlement;

import exactum.app.business.Business;
import exactum.app.business.FindBusinesses;
import exactum.app.messages.Letter;
import exactum.app.messages.LetterWriter;
import exactum.app.messages.Message;
import exactum.app.messages.MessageKind;
import exactum.app.web.Texts;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import exactum.core.money.Money;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Writes the confirmation of a payment: what came, what it settled, what is still open, and what is left on account. */
@Component
class ConfirmationLetters implements LetterWriter {
    private final FindPayments payments;
    private final FindClaims claims;
    private final FindBusinesses businesses;

    ConfirmationLetters(FindPayments payments, FindClaims claims, FindBusinesses businesses) {
        this.payments = payments;
        this.claims = claims;
        this.businesses = businesses;
    }

    @Override
    public Set<MessageKind> kinds() {
        return Set.of(MessageKind.CONFIRMATION);
    }

    @Override
    @Transactional(readOnly = true)
    public Letter write(Message message) {
        Business business = businesses.get(message.business());
        FindPayments.Payment payment =
                payments.find(business.id(), new MeansId(message.subject())).orElseThrow();
        String body = """
                Dear %s,

                thank you. We received %s on %s.
                %s
                %s
                """.formatted(
                        payment.customerName(),
                        payment.amount().withCurrency(),
                        Texts.day(payment.on()),
                        told(business, payment),
                        business.name());
        return new Letter(
                new Letter.Sender(business.name(), business.identity().mailFrom()),
                "Payment received: " + payment.amount().withCurrency(),
                body,
                List.of());
    }

    private String told(Business business, FindPayments.Payment payment) {
        var told = new StringBuilder();
        settled(business, payment.id()).forEach((document, part) -> {
            Money open = Money.sum(
                    part.amount().currency(),
                    claims.openOf(business.id(), document).stream()
                            .map(FindClaims.Open::left)
                            .toList());
            told.append("%s of it pays invoice %s%s.%n"
                    .formatted(
                            part.amount().withCurrency(),
                            part.number(),
                            open.isZero()
                                    ? ", which is paid in full"
                                    : "; %s of that is still open".formatted(open.withCurrency())));
        });
        if (payment.left().isPositive()) {
            told.append(
                    "%s is left on your account. We will set it against your next invoice, or give it back if you ask us to.%n"
                            .formatted(payment.left().withCurrency()));
        }
        return told.toString();
    }

    private Map<DocumentId, FindPayments.Settlement> settled(Business business, MeansId payment) {
        Map<DocumentId, FindPayments.Settlement> settled = new LinkedHashMap<>();
        payments.settledBy(business.id(), payment)
                .forEach(s -> settled.merge(
                        s.document(),
                        s,
                        (a, b) -> new FindPayments.Settlement(
                                a.means(),
                                a.kind(),
                                a.claim(),
                                a.document(),
                                a.number(),
                                a.amount().plus(b.amount()),
                                a.countsOn(),
                                a.entry(),
                                a.undoes())));
        settled.values().removeIf(s -> !s.amount().isPositive());
        return settled;
    }
}
