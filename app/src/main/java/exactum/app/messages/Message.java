package exactum.app.messages;

import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.UUID;

/** A message to a customer: what it was, where it went and when. */
public record Message(
        UUID id,
        String kind,
        UUID customerId,
        UUID invoiceId,
        UUID receiptId,
        LocalDate sendOn,
        String address,
        String state,
        String subject,
        String body,
        int attempts,
        String lastError,
        OffsetDateTime sentAt) {}
