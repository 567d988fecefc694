package exactum.app.accountstatements;

import exactum.app.business.Business;
import exactum.app.business.FindBusinesses;
import exactum.app.customers.BillingRules;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.messages.Letter;
import exactum.app.messages.LetterWriter;
import exactum.app.messages.Message;
import exactum.app.messages.MessageKind;
import exactum.app.web.Habit;
import exactum.app.web.NotHere;
import exactum.app.web.Wordings;
import exactum.core.ids.BusinessId;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Writes the message that brings a statement of account, with the paper that was made of it. */
@Component
class AccountLetters implements LetterWriter {
    private final AccountStore store;
    private final FindBusinesses businesses;
    private final FindCustomers customers;
    private final BillingRules rules;
    private final Wordings words;

    AccountLetters(
            AccountStore store,
            FindBusinesses businesses,
            FindCustomers customers,
            BillingRules rules,
            Wordings words) {
        this.store = store;
        this.businesses = businesses;
        this.customers = customers;
        this.rules = rules;
        this.words = words;
    }

    @Override
    public Set<MessageKind> kinds() {
        return Set.of(MessageKind.STATEMENT);
    }

    @Override
    public Letter write(Message message) {
        BusinessId id = message.business();
        AccountStore.Sent sent = store.find(id, message.subject()).orElseThrow(NotHere::new);
        Business business = businesses.get(id);
        Customer customer = customers.get(id, message.customer());
        Habit habit = rules.of(id, customer.id()).habit();
        String sender = business.identity().senderName();
        return new Letter(
                new Letter.Sender(sender, business.identity().mailFrom()),
                words.say(habit, "letter.statement.subject", habit.day(sent.until()), sender),
                """
                %s

                %s

                %s
                """.formatted(
                        words.say(habit, "letter.dear", customer.name()),
                        words.say(
                                habit,
                                sent.closing().isPositive()
                                        ? "letter.statement"
                                        : sent.closing().isZero() ? "letter.statement.even" : "letter.statement.credit",
                                habit.day(sent.from()),
                                habit.day(sent.until()),
                                habit.money(
                                        sent.closing().isNegative()
                                                ? sent.closing().negated()
                                                : sent.closing())),
                        sender),
                List.of(new Letter.Attachment(
                        "%s %s.pdf".formatted(customer.code(), sent.until()), "application/pdf", sent.pdf())));
    }
}
