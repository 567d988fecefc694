package exactum.app.business;

import exactum.core.ids.BusinessId;
import java.time.ZoneId;
import java.util.Currency;

/**
 * A creditor: who sends invoices, and how its papers look.
 *
 * @param code its place in every address, such as {@code larkwater}
 * @param currency its own; it stays once anything is booked
 * @param revision raised by each change
 */
public record Business(
        BusinessId id, String code, Identity identity, Currency currency, ZoneId zone, Brand brand, int revision) {

    /**
     * Who it is.
     *
     * @param statementName how payers see the name on their bank statement
     * @param address lines divided by line feeds
     */
    public record Identity(
            String legalName,
            String senderName,
            String statementName,
            String address,
            String country,
            String taxNumber,
            String mailFrom) {}

    /**
     * How its papers look.
     *
     * @param colour and accent as {@code #rrggbb}
     * @param typeface plain or book
     * @param logo the digest of its picture, or null
     */
    public record Brand(String colour, String accent, String typeface, String logo) {}

    /** The same with another look. */
    public Business with(Brand other) {
        return new Business(id, code, identity, currency, zone, other, revision);
    }

    /** The name that people know it by. */
    public String name() {
        return identity.senderName();
    }
}
