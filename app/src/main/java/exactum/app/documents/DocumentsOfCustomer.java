package exactum.app.documents;

import exactum.app.customers.Customer;
import exactum.app.customers.CustomerSection;
import exactum.app.daysheet.Sums;
import exactum.app.installation.BusinessClock;
import exactum.app.settlement.FindClaims;
import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import java.util.List;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** The documents of a customer, on the customer's page. */
@Component
@Order(20)
class DocumentsOfCustomer implements CustomerSection {
    private static final int SHOWN = 60;
    private final ListDocuments documents;
    private final FindClaims claims;
    private final BusinessClock clock;

    DocumentsOfCustomer(ListDocuments documents, FindClaims claims, BusinessClock clock) {
        this.documents = documents;
        this.claims = claims;
        this.clock = clock;
    }

    /** What is shown of them, what all of them come to, and what of it is overdue. */
    public record Content(List<ListDocuments.Listed> shown, ListDocuments.Totals totals, List<Money> overdue) {}

    @Override
    public String template() {
        return "documents/table";
    }

    @Override
    public Object of(BusinessId business, Customer customer) {
        var today = clock.today(business);
        return new Content(
                documents.ofCustomer(business, customer.id(), today, SHOWN),
                documents.totalsOfCustomer(business, customer.id(), today),
                Sums.byCurrency(claims.openOf(business, customer.id()).stream()
                        .filter(o -> o.due().isBefore(today))
                        .map(FindClaims.Open::left)
                        .toList()));
    }
}
