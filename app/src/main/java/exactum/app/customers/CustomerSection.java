package exactum.app.customers;

import exactum.core.ids.BusinessId;

/** A feature that has something to say on a customer's page. Ordered by Spring's {@code @Order}. */
public interface CustomerSection {
    /** The template whose fragment {@code ofCustomer(customer, content)} shows it. */
    String template();

    /** What it shows. */
    Object of(BusinessId business, Customer customer);
}
