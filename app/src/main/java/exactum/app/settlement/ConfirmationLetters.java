package exactum.app.settlement;

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
import exactum.core.ids.BusinessId;
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
    private final BillingRules rules;
    private final Wordings words;

    ConfirmationLetters(
            FindPayments payments, FindClaims claims, FindBusinesses businesses, BillingRules rules, Wordings words) {
        this.payments = payments;
        this.claims = claims;
        this.businesses = businesses;
        this.rules = rules;
        this.words = words;
    }

    @Override
    public Set<MessageKind> kinds() {
        return Set.of(MessageKind.CONFIRMATION);
    }

    @Override
    @Transactional(readOnly = true)
    public Letter write(Message message) {
        return write(message.business(), new MeansId(message.subject()));
    }

    /** The confirmation as it would go now. */
    @Transactional(readOnly = true)
    public Letter write(BusinessId id, MeansId means) {
        Business business = businesses.get(id);
        FindPayments.Payment payment = payments.find(id, means).orElseThrow(NotHere::new);
        var habit = rules.of(id, payment.customer()).habit();
        String body = """
                %s

                %s
                %s
                %s
                """.formatted(
                        words.say(habit, "letter.dear", payment.customerName()),
                        words.say(habit, "letter.confirmation", habit.money(payment.amount()), habit.day(payment.on())),
                        told(business, payment, habit),
                        business.name());
        return new Letter(
                new Letter.Sender(business.name(), business.identity().mailFrom()),
                words.say(habit, "letter.confirmation.subject", habit.money(payment.amount())),
                body,
                List.of());
    }

    private String told(Business business, FindPayments.Payment payment, Habit habit) {
        var told = new StringBuilder();
        settled(business, payment.id()).forEach((document, part) -> {
            Money open = Money.sum(
                    part.amount().currency(),
                    claims.openOf(business.id(), document).stream()
                            .map(FindClaims.Open::left)
                            .toList());
            told.append(words.say(
                            habit,
                            open.isZero() ? "letter.confirmation.full" : "letter.confirmation.part",
                            habit.money(part.amount()),
                            part.number(),
                            habit.money(open)))
                    .append('\n');
        });
        if (payment.left().isPositive())
            told.append(words.say(habit, "letter.confirmation.left", habit.money(payment.left())))
                    .append('\n');
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
