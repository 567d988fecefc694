package exactum.app.find;

import exactum.app.clock.BusinessClock;
import exactum.app.customers.CustomerStore;
import exactum.app.documents.InvoiceStore;
import exactum.app.recurring.RecurringStore;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Finds customers, invoices and recurring invoices by any part of what is printed on them. */
@Controller
class FindPages {
    private static final int EACH = 6;
    private final CustomerStore customers;
    private final InvoiceStore invoices;
    private final RecurringStore recurring;
    private final BusinessClock clock;

    FindPages(CustomerStore customers, InvoiceStore invoices, RecurringStore recurring, BusinessClock clock) {
        this.customers = customers;
        this.invoices = invoices;
        this.recurring = recurring;
        this.clock = clock;
    }

    @GetMapping("/find")
    String find(@RequestParam(defaultValue = "") String q, Model model) {
        boolean asked = !q.isBlank();
        model.addAttribute("q", q);
        model.addAttribute("customers", asked ? customers.search(q, EACH) : List.of());
        model.addAttribute("invoices", asked ? invoices.list(q, "", null, clock.today(), EACH) : List.of());
        model.addAttribute(
                "recurring", asked ? recurring.list(q).stream().limit(EACH).toList() : List.of());
        return "find/page :: found";
    }
}
