package exactum.app.mandates;

import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.MandateId;
import exactum.core.ids.MandateLinkId;
import exactum.core.money.Money;
import exactum.core.scheme.Scheme;
import java.time.LocalDate;

/**
 * A link by which a payer gives a mandate with their own account.
 *
 * @param asked what is asked for
 * @param mandate what it became, or null
 */
public record MandateLink(
        BusinessId business,
        MandateLinkId id,
        CustomerId customer,
        String customerName,
        Asked asked,
        LocalDate madeOn,
        LocalDate expiresOn,
        boolean isWithdrawn,
        MandateId mandate) {

    /**
     * What the payer is asked to agree to.
     *
     * @param cover what it will be for; null for all of the customer
     * @param cap the most of one collection, or null
     * @param replaces the mandate whose place it will take, or null
     */
    public record Asked(
            Scheme scheme,
            boolean isOneOff,
            Integer agreedCount,
            Money cap,
            int noticeDays,
            Mandate.Cover cover,
            MandateId replaces) {}

    /** Whether it can still be signed. */
    public boolean isOpen(LocalDate today) {
        return mandate == null && !isWithdrawn && !today.isAfter(expiresOn);
    }
}
