package exactum.app.documents;

import exactum.app.business.Business;
import exactum.app.customers.Customer;

/** Seller or buyer as they were when the invoice was issued; the look of the seller is kept with it. */
public record Party(
        String name,
        String address,
        String country,
        String taxNumber,
        String senderName,
        String colour,
        String accent,
        String typeface,
        String mailFrom) {

    public static Party of(Business b) {
        return new Party(
                b.legalName(),
                b.address(),
                b.country(),
                b.taxNumber(),
                b.senderName(),
                b.brandColour(),
                b.brandAccent(),
                b.brandTypeface(),
                b.mailFrom());
    }

    public static Party of(Customer c) {
        return new Party(c.name(), c.address(), c.country(), c.taxNumber(), null, null, null, null, null);
    }
}
