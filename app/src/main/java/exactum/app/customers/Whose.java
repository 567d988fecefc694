package exactum.app.customers;

import exactum.core.ids.CustomerId;
import exactum.core.precedence.Level;
import java.util.UUID;

/** Who says how to bill: a customer, a group, or everybody (both null). */
public record Whose(CustomerId customer, UUID group) {
    static final Whose EVERYBODY = new Whose(null, null);

    public static Whose of(CustomerId customer) {
        return new Whose(customer, null);
    }

    public static Whose of(UUID group) {
        return new Whose(null, group);
    }

    Level level() {
        if (customer != null) return Level.CUSTOMER;
        return group != null ? Level.GROUP : Level.BUSINESS;
    }
}
