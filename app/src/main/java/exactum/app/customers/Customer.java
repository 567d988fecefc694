package exactum.app.customers;

import exactum.core.ids.CustomerId;
import java.util.Currency;

/**
 * Who owes.
 *
 * @param kind person or organisation
 * @param email null where there is none; what is made for them is then held
 * @param address lines divided by line feeds
 * @param taxNumber or null
 * @param revision raised by each change
 */
public record Customer(
        CustomerId id,
        String code,
        String name,
        String kind,
        String email,
        String address,
        String country,
        Currency currency,
        String taxNumber,
        int revision) {}
