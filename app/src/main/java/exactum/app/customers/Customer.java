package exactum.app.customers;

import exactum.core.ids.CustomerId;
import java.util.Currency;

/**
 * Who owes.
 *
 * @param kind person or organisation
 * @param email their own, or null
 * @param address lines divided by line feeds
 * @param serviceAddress where they are served, if that is not the billing address; else empty
 * @param taxNumber or null
 * @param recipients where each kind of mail goes
 * @param revision raised by each change
 */
public record Customer(
        CustomerId id,
        String code,
        String name,
        String kind,
        String email,
        String address,
        String serviceAddress,
        String country,
        Currency currency,
        String taxNumber,
        Recipients recipients,
        int revision) {

    /** Whether invoices have somewhere to go. */
    public boolean isReachable() {
        return !recipients.of(Mail.INVOICES).isEmpty();
    }
}
