package exactum.app.documents;

import exactum.app.business.Business;
import exactum.app.customers.Customer;

/** Seller or buyer as they were when a document was issued; the look of the seller is kept with it. */
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

    static Party of(Business b) {
        return new Party(
                b.identity().legalName(),
                b.identity().address(),
                b.identity().country(),
                b.identity().taxNumber(),
                b.identity().senderName(),
                b.brand().colour(),
                b.brand().accent(),
                b.brand().typeface(),
                b.identity().mailFrom());
    }

    static Party of(Customer c) {
        return new Party(c.name(), c.address(), c.country(), c.taxNumber(), null, null, null, null, null);
    }
}
