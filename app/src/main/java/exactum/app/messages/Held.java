package exactum.app.messages;

import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MessageId;
import java.time.LocalDate;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.UUID;

/**
 * What is held for one customer, as it goes out once there is an address.
 *
 * @param joined what is held about invoices and goes in one message; none, or about at least two of them
 * @param alone what goes each by itself
 */
record Held(List<Message> joined, List<Message> alone) {
    private static final Set<MessageKind> JOINED = EnumSet.of(MessageKind.INVOICE, MessageKind.REMINDER);

    /** Of all that is held, in the order in which it was made. */
    static Held of(List<Message> all) {
        List<Message> invoices =
                all.stream().filter(m -> JOINED.contains(m.kind())).toList();
        if (invoices.size() < 2 || about(invoices).size() < 2) return new Held(List.of(), all);
        return new Held(
                invoices, all.stream().filter(m -> !JOINED.contains(m.kind())).toList());
    }

    /** How many messages go out. */
    int messages() {
        return alone.size() + (joined.isEmpty() ? 0 : 1);
    }

    private CustomerId customer() {
        return joined.getFirst().customer();
    }

    private static List<DocumentId> about(List<Message> messages) {
        return messages.stream().flatMap(m -> m.about().stream()).distinct().toList();
    }

    /** The one message of those that are joined. */
    NewMessage asOne(List<String> to, LocalDate on) {
        return NewMessage.to(to, MessageKind.OPEN_INVOICES, customer(), UUID.randomUUID(), on, about(joined));
    }

    /** That message as it would be, before it is made. */
    Message rehearsed(LocalDate on) {
        Message first = joined.getFirst();
        return new Message(
                first.business(),
                new MessageId(new UUID(0, 0)),
                MessageKind.OPEN_INVOICES,
                customer(),
                new UUID(0, 0),
                about(joined),
                on,
                List.of(),
                MessageState.HELD,
                null,
                null,
                0,
                null,
                false);
    }
}
