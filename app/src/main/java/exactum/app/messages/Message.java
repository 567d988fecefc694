package exactum.app.messages;

import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MessageId;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.UUID;

/**
 * A message to a customer.
 *
 * @param subject what it is about: a document or a payment, by its kind
 * @param about the documents that it speaks of, by their numbers
 * @param recipients where it goes; none while it is held
 * @param own a person's own words that it goes in, or null
 * @param sent what was sent, or null before
 * @param attempts how often sending was tried
 * @param lastError why the last try failed, or null
 * @param bare whether it goes without its papers, which are linked
 */
public record Message(
        BusinessId business,
        MessageId id,
        MessageKind kind,
        CustomerId customer,
        UUID subject,
        List<DocumentId> about,
        LocalDate sendOn,
        List<Recipient> recipients,
        MessageState state,
        Letter.Words own,
        Sent sent,
        int attempts,
        String lastError,
        boolean bare) {
    public Message {
        about = List.copyOf(about);
        recipients = List.copyOf(recipients);
    }

    /** Where it goes. */
    public List<String> addresses() {
        return recipients.stream().map(Recipient::address).toList();
    }

    /** The addresses that still wait for it. */
    List<String> waiting() {
        return recipients.stream()
                .filter(r -> r.state() == Recipient.State.WAITING)
                .map(Recipient::address)
                .toList();
    }

    boolean isSentToAny() {
        return recipients.stream().anyMatch(r -> r.state() == Recipient.State.SENT);
    }

    /** Where it did not arrive. */
    public List<Recipient> lost() {
        return recipients.stream().filter(Recipient::isLost).toList();
    }

    /** The words that it goes in, where they stand already: a person's own, or those in which some have it; else null. */
    Letter.Words said() {
        return sent == null ? own : new Letter.Words(sent.subjectLine(), sent.body());
    }

    /**
     * A message as it went out.
     *
     * @param from who it came from
     * @param on the day in the business
     */
    public record Sent(Letter.Sender from, String subjectLine, String body, OffsetDateTime at, LocalDate on) {}
}
