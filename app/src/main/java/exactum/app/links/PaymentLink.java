package exactum.app.links;

import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.PaymentLinkId;
import java.time.LocalDate;

/** An address by which a payer reaches one document, without an account. */
public record PaymentLink(
        BusinessId business,
        PaymentLinkId id,
        DocumentId document,
        LocalDate madeOn,
        LocalDate expiresOn,
        boolean withdrawn) {
    public boolean isExpired(LocalDate today) {
        return expiresOn.isBefore(today);
    }

    public boolean isOpen(LocalDate today) {
        return !withdrawn && !isExpired(today);
    }
}
