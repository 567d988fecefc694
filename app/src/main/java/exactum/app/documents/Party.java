package exactum.app.documents;

import exactum.app.business.Business;
import exactum.app.customers.Customer;
import exactum.app.layouts.Look;
import exactum.app.setup.SellerNumber;
import java.util.List;

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
        String logo,
        List<Number> numbers,
        String mailFrom) {

    /** A number that an authority knows the seller by, with where it is printed. */
    record Number(String label, String number, String place) {}

    /** The seller as they are now. */
    public static Party of(Business b, List<SellerNumber> numbers) {
        return new Party(
                b.identity().legalName(),
                b.identity().address(),
                b.identity().country(),
                b.identity().taxNumber(),
                b.identity().senderName(),
                b.brand().colour(),
                b.brand().accent(),
                b.brand().typeface(),
                b.brand().logo(),
                numbers.stream()
                        .map(n -> new Number(n.label(), n.number(), n.place()))
                        .toList(),
                b.identity().mailFrom());
    }

    /** The seller as a layout has them: its own colours, typeface and logo in the place of those of the business. */
    Party in(Look.Brand own) {
        return new Party(
                name,
                address,
                country,
                taxNumber,
                senderName,
                own.colour() == null ? colour : own.colour(),
                own.accent() == null ? accent : own.accent(),
                own.typeface() == null ? typeface : own.typeface(),
                own.logo() == null ? logo : own.logo(),
                numbers,
                mailFrom);
    }

    /** The numbers that are printed in a place. */
    List<Number> numbersAt(String place) {
        return numbers == null
                ? List.of()
                : numbers.stream().filter(n -> n.place().equals(place)).toList();
    }

    static Party of(Customer c) {
        return new Party(c.name(), c.address(), c.country(), c.taxNumber(), null, null, null, null, null, null, null);
    }
}
