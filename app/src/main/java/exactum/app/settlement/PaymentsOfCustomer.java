package exactum.app.settlement;

import exactum.app.customers.Customer;
import exactum.app.customers.CustomerSection;
import exactum.core.ids.BusinessId;
import java.util.List;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** The payments of a customer, and what of their money is on account, on the customer's page. */
@Component
@Order(30)
class PaymentsOfCustomer implements CustomerSection {
    private static final int SHOWN = 60;
    private final FindPayments payments;
    private final FindClaims claims;

    PaymentsOfCustomer(FindPayments payments, FindClaims claims) {
        this.payments = payments;
        this.claims = claims;
    }

    /**
     * What is shown of them.
     *
     * @param credit what settles nothing yet
     * @param open the number of the invoice that credit would be used for first, or null
     */
    public record Content(
            List<FindPayments.Listed> payments,
            FindPayments.Totals totals,
            List<FindPayments.Credit> credit,
            List<FindPayments.Credit> deposits,
            String open) {}

    @Override
    public String template() {
        return "settlement/list";
    }

    @Override
    public Object of(BusinessId business, Customer customer) {
        return new Content(
                payments.ofCustomer(business, customer.id(), SHOWN),
                payments.totalsOfCustomer(business, customer.id()),
                payments.creditOf(business, customer.id()),
                payments.depositsOf(business, customer.id()),
                claims.openOf(business, customer.id()).stream()
                        .map(FindClaims.Open::number)
                        .findFirst()
                        .orElse(null));
    }
}
