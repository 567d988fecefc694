package exactum.app.messages;

import exactum.app.audit.Audit;
import exactum.app.customers.FindCustomers;
import exactum.app.customers.Mail;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.MessageId;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Messages as intents: written with the data they are about, sent afterwards, at least once. */
@Component
public class Outbox {
    private final MessageStore messages;
    private final FindCustomers customers;
    private final Audit audit;

    Outbox(MessageStore messages, FindCustomers customers, Audit audit) {
        this.messages = messages;
        this.customers = customers;
        this.audit = audit;
    }

    /** Puts in messages that nobody put in before. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void put(BusinessId business, List<NewMessage> intents) {
        if (!intents.isEmpty()) messages.insert(business, intents);
    }

    /** Puts in a message unless the same goes out on that day already; whether it did. */
    @Transactional(propagation = Propagation.MANDATORY)
    public boolean putOnce(BusinessId business, NewMessage intent) {
        return putEachOnce(business, List.of(intent)) == 1;
    }

    /** Puts in those of the messages that do not go out on that day already; answers how many. */
    @Transactional(propagation = Propagation.MANDATORY)
    public int putEachOnce(BusinessId business, List<NewMessage> intents) {
        return intents.isEmpty() ? 0 : messages.insertOnce(business, intents);
    }

    /** Frees a customer's held messages, now that there is an address; answers how many. */
    @Transactional
    public int release(BusinessId business, CustomerId customer) {
        List<String> to = customers.get(business, customer).recipients().of(Mail.INVOICES);
        if (to.isEmpty()) return 0;
        List<MessageId> freed = messages.release(business, customer);
        freed.forEach(id -> messages.addRecipients(business, id, to));
        if (!freed.isEmpty())
            audit.record(business, "sent held messages", freed.size() + " to " + String.join(", ", to));
        return freed.size();
    }

    /** Notes that a person has posted what goes on paper; a second time changes nothing. */
    @Transactional
    public void markPosted(BusinessId business, MessageId message, String about) {
        if (messages.markPosted(business, message)) audit.record(business, "posted on paper", about);
    }

    /** Tries a failed message again now. */
    @Transactional
    public void retry(BusinessId business, MessageId message) {
        messages.retry(business, message);
    }
}
