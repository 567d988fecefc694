package exactum.app.messages;

import exactum.app.audit.Audit;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.customers.Mail;
import exactum.app.database.Ids;
import exactum.app.installation.BusinessClock;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.MessageId;
import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Messages as intents: written with the data they are about, sent afterwards, at least once. */
@Component
public class Outbox {
    private static final int RELEASED_AT_ONCE = 1_000;
    private final MessageStore messages;
    private final RecipientStore recipients;
    private final FindCustomers customers;
    private final BusinessClock clock;
    private final Audit audit;

    Outbox(
            MessageStore messages,
            RecipientStore recipients,
            FindCustomers customers,
            BusinessClock clock,
            Audit audit) {
        this.clock = clock;
        this.messages = messages;
        this.recipients = recipients;
        this.customers = customers;
        this.audit = audit;
    }

    /** Puts in messages that nobody put in before. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void put(BusinessId business, List<NewMessage> intents) {
        if (!intents.isEmpty()) messages.insert(business, intents);
    }

    /** Puts in messages under ids of one's own. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void put(BusinessId business, Map<MessageId, NewMessage> intents) {
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

    /** Frees a customer's held messages, now that there is an address; answers how many go out. */
    @Transactional
    public int release(BusinessId business, CustomerId customer) {
        return release(business, List.of(customers.get(business, customer).id()));
    }

    /** Frees what is held for some of those who have an address by now; answers how many messages go out, none at the end. */
    @Transactional
    public int releaseSome(BusinessId business) {
        List<CustomerId> reachable = messages.reachable(business, RELEASED_AT_ONCE);
        return reachable.isEmpty() ? 0 : release(business, reachable);
    }

    private int release(BusinessId business, List<CustomerId> wanted) {
        Map<CustomerId, Customer> known = customers.byId(business, wanted);
        Map<CustomerId, List<Message>> held = messages.held(business, wanted).stream()
                .collect(Collectors.groupingBy(Message::customer, LinkedHashMap::new, Collectors.toList()));
        Map<MessageId, List<String>> alone = new LinkedHashMap<>();
        Map<MessageId, NewMessage> joined = new LinkedHashMap<>();
        Map<MessageId, MessageId> into = new LinkedHashMap<>();
        LocalDate today = clock.today(business);
        held.forEach((customer, all) -> {
            List<String> to = known.get(customer).recipients().of(Mail.INVOICES);
            if (to.isEmpty()) return;
            Held parted = Held.of(all);
            parted.alone().forEach(m -> alone.put(m.id(), to));
            if (parted.joined().isEmpty()) return;
            var id = new MessageId(Ids.next());
            joined.put(id, parted.asOne(to, today));
            parted.joined().forEach(m -> into.put(m.id(), id));
        });
        if (!alone.isEmpty()) messages.free(business, alone);
        if (!joined.isEmpty()) messages.join(business, joined, into);
        int go = alone.size() + joined.size();
        if (go > 0)
            audit.record(business, "sent held messages", "%d held, %d sent".formatted(alone.size() + into.size(), go));
        return go;
    }

    /**
     * Sends it again to another address, in the place of one where it did not arrive.
     *
     * @throws Refusal if it was sent to another one, or that is known, meanwhile
     */
    @Transactional
    public void sendTo(BusinessId business, MessageId message, String lost, String address) {
        if (!messages.sendTo(business, message, lost, address, clock.today(business)))
            throw new Refusal("message.mended", "Somebody mended this meanwhile. Nothing was sent.");
        audit.record(business, "sent to another address", lost + " → " + address);
    }

    /** Notes that somebody knows that it did not arrive at an address; a second time changes nothing. */
    @Transactional
    public void see(BusinessId business, MessageId message, String lost) {
        if (recipients.see(business, message, lost, clock.today(business)))
            audit.record(business, "noted that a message did not arrive", lost);
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
