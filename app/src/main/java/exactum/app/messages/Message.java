package exactum.app.messages;

import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.MessageId;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.UUID;

/**
 * A message to a customer.
 *
 * @param subject what it is about: a document or a payment, by its kind
 * @param addresses where it goes; none while it is held
 * @param own a person's own words that it goes in, or null
 * @param sent what was sent, or null before
 * @param attempts how often sending was tried
 * @param lastError why the last try failed, or null
 */
public record Message(
        BusinessId business,
        MessageId id,
        MessageKind kind,
        CustomerId customer,
        UUID subject,
        LocalDate sendOn,
        List<String> addresses,
        MessageState state,
        Letter.Words own,
        Sent sent,
        int attempts,
        String lastError) {

    /**
     * A message as it went out.
     *
     * @param on the day in the business
     */
    public record Sent(String subjectLine, String body, OffsetDateTime at, LocalDate on) {}
}
