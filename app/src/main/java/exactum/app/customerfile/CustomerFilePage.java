package exactum.app.customerfile;

import exactum.app.clock.BusinessClock;
import exactum.app.customers.Customer;
import exactum.app.customers.CustomerStore;
import exactum.app.documents.InvoiceStore;
import exactum.app.frame.NotHere;
import exactum.app.messages.Outbox;
import exactum.app.recurring.RecurringStore;
import java.util.UUID;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;

/** One customer with everything about them. */
@Controller
class CustomerFilePage {
    private final CustomerStore customers;
    private final RecurringStore recurring;
    private final InvoiceStore invoices;
    private final Outbox outbox;
    private final BusinessClock clock;

    CustomerFilePage(
            CustomerStore customers,
            RecurringStore recurring,
            InvoiceStore invoices,
            Outbox outbox,
            BusinessClock clock) {
        this.customers = customers;
        this.recurring = recurring;
        this.invoices = invoices;
        this.outbox = outbox;
        this.clock = clock;
    }

    @GetMapping("/customers/{id:[0-9a-f-]{36}}")
    String one(@PathVariable UUID id, Model model) {
        Customer customer = customers.find(id).orElseThrow(NotHere::new);
        var listed = invoices.ofCustomer(id, clock.today());
        model.addAttribute("customer", customer);
        model.addAttribute("recurring", recurring.ofCustomer(id));
        model.addAttribute("invoices", listed);
        model.addAttribute("currency", customer.currency());
        model.addAttribute(
                "grossMinor",
                listed.stream().mapToLong(InvoiceStore.Listed::grossMinor).sum());
        model.addAttribute(
                "openMinor",
                listed.stream().mapToLong(InvoiceStore.Listed::openMinor).sum());
        model.addAttribute(
                "overdue",
                listed.stream()
                        .filter(i -> i.state() == exactum.app.documents.InvoiceState.OVERDUE)
                        .mapToLong(InvoiceStore.Listed::openMinor)
                        .sum());
        model.addAttribute("held", outbox.heldOf(id).size());
        return "customers/one";
    }
}
