package exactum.app.customers;

import exactum.app.database.Slice;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;

/** The customers of a business. */
public interface FindCustomers {

    /**
     * A customer as the list shows it.
     *
     * @param group what their group is called; empty for none
     * @param documents how many invoices were issued
     * @param open what is open in the customer's currency
     * @param overdue what of it is past its due day
     * @param credit what of their money settles nothing yet
     * @param mandate the state of the mandate under which they are collected; empty for none
     */
    record Listed(
            Customer customer, String group, int documents, Money open, Money overdue, Money credit, String mandate) {}

    Optional<Customer> find(BusinessId business, CustomerId id);

    /** The customer; a {@link org.jooq.exception.NoDataFoundException} if there is none. */
    Customer get(BusinessId business, CustomerId id);

    Optional<Customer> findByCode(BusinessId business, String code);

    Map<CustomerId, Customer> byId(BusinessId business, Collection<CustomerId> ids);

    /** Those whose code, name, e-mail, address or tax number holds each of the words, accents and case aside. */
    List<Customer> search(BusinessId business, String words, int most);

    /**
     * Which customers are wanted.
     *
     * @param words that find them, or empty
     * @param group that they are in, or null
     * @param mandate the state of their mandate, {@code none} for those without one, or empty
     */
    record Filter(String words, UUID group, String mandate) {
        public static final Filter ALL = new Filter("", null, "");

        /** Whether it leaves any out. */
        boolean isNarrow() {
            return !equals(ALL);
        }
    }

    /** The list with what each owes, overdue as of the day. */
    List<Listed> list(BusinessId business, Filter filter, LocalDate today, Slice slice);

    /** How many the filter finds, and what they owe by currency: over all of them, not over what is shown. */
    Totals totals(BusinessId business, Filter filter, LocalDate today);

    /** Counts and sums over all that the filter finds. */
    record Totals(int customers, List<Money> open, List<Money> overdue) {}
}
