package exactum.app.links;

import java.time.LocalDate;
import java.util.UUID;

/** An address by which a payer reaches one invoice, without an account. */
public record PaymentLink(UUID id, UUID invoiceId, LocalDate madeOn, LocalDate expiresOn, boolean withdrawn) {
    public boolean isExpired(LocalDate today) {
        return expiresOn.isBefore(today);
    }

    public boolean isOpen(LocalDate today) {
        return !withdrawn && !isExpired(today);
    }
}
