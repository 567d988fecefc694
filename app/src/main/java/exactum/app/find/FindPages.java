package exactum.app.find;

import exactum.app.arrangements.FindRecurring;
import exactum.app.customers.FindCustomers;
import exactum.app.database.Slice;
import exactum.app.documents.ListDocuments;
import exactum.app.installation.BusinessClock;
import exactum.app.settlement.FindPayments;
import exactum.core.ids.BusinessId;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Finds customers, invoices, payments and recurring invoices by any part of what is printed on them. */
@Controller
class FindPages {
    private static final int EACH = 6;
    private final FindCustomers customers;
    private final ListDocuments documents;
    private final FindPayments payments;
    private final FindRecurring recurring;
    private final BusinessClock clock;

    FindPages(
            FindCustomers customers,
            ListDocuments documents,
            FindPayments payments,
            FindRecurring recurring,
            BusinessClock clock) {
        this.customers = customers;
        this.documents = documents;
        this.payments = payments;
        this.recurring = recurring;
        this.clock = clock;
    }

    @GetMapping("/find")
    String find(BusinessId business, @RequestParam(defaultValue = "") String q, Model model) {
        boolean asked = !q.isBlank();
        var wanted = new ListDocuments.Filter(q, null, null);
        model.addAttribute("q", q);
        model.addAttribute("customers", asked ? customers.search(business, q, EACH) : List.of());
        model.addAttribute(
                "documents",
                asked ? documents.list(business, wanted, clock.today(business), Slice.first(EACH)) : List.of());
        model.addAttribute(
                "payments",
                asked ? payments.list(business, new FindPayments.Filter(q, "", "", ""), Slice.first(EACH)) : List.of());
        model.addAttribute(
                "recurring",
                asked ? recurring.list(business, new FindRecurring.Filter(q, null), Slice.first(EACH)) : List.of());
        return "find/page :: found";
    }
}
