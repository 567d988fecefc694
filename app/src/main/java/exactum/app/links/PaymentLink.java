package exactum.app.links;

import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.PaymentLinkId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.Currency;

/**
 * An address by which a payer reaches one document, or pays an amount, without an account.
 *
 * @param document null where it asks for an amount without one
 * @param ask what it asks for without a document; null with one
 * @param tell the e-mail address that is told when it was paid, or empty
 * @param paidOn the day on which all it asked for had come, or null
 */
public record PaymentLink(
        BusinessId business,
        PaymentLinkId id,
        CustomerId customer,
        DocumentId document,
        Ask ask,
        String tell,
        LocalDate madeOn,
        LocalDate expiresOn,
        boolean withdrawn,
        LocalDate paidOn) {

    /**
     * An amount without a document.
     *
     * @param amount null where the payer says how much
     * @param purpose what it is for, as the payer reads it
     * @param once whether it is closed once it was paid
     */
    public record Ask(Currency currency, Money amount, String purpose, boolean once) {}

    public boolean isExpired(LocalDate today) {
        return expiresOn.isBefore(today);
    }

    /** Whether it was for one payment, and that came. */
    public boolean isUsedUp() {
        return ask != null && ask.once() && paidOn != null;
    }

    public boolean isOpen(LocalDate today) {
        return !withdrawn && !isExpired(today) && !isUsedUp();
    }
}
