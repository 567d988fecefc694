package exactum.app.arrears;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.documents.FindDocuments;
import exactum.app.installation.BusinessClock;
import exactum.app.web.NotHere;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.text.TextKind;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Several invoices of a customer written off for one cause: all of them or none; what needs a second person waits for one. */
@Controller
class WriteOffPages {
    private final ArrearsListStore store;
    private final Arrears arrears;
    private final FindCustomers customers;
    private final FindDocuments documents;
    private final BusinessClock clock;
    private final TransactionTemplate transaction;

    WriteOffPages(
            ArrearsListStore store,
            Arrears arrears,
            FindCustomers customers,
            FindDocuments documents,
            BusinessClock clock,
            TransactionTemplate transaction) {
        this.store = store;
        this.arrears = arrears;
        this.customers = customers;
        this.documents = documents;
        this.clock = clock;
        this.transaction = transaction;
    }

    @GetMapping("/arrears/{id}/write-off")
    String page(
            BusinessId business, @PathVariable CustomerId id, @RequestParam Map<String, String> fields, Model model) {
        Customer customer = customers.find(business, id).orElseThrow(NotHere::new);
        String currency = currency(customer, fields);
        List<ArrearsListStore.OpenOf> open = store.open(business, id, currency, clock.today(business));
        model.addAttribute("customer", customer);
        model.addAttribute("currency", currency);
        model.addAttribute("open", open);
        model.addAttribute(
                "total",
                open.stream().map(ArrearsListStore.OpenOf::amount).reduce(Money.ofMinor(currency, 0), Money::plus));
        return "arrears/write-off";
    }

    private static String currency(Customer customer, Map<String, String> fields) {
        return fields.getOrDefault("currency", "").isEmpty()
                ? customer.currency().getCurrencyCode()
                : new TypedForm(fields).currency("currency").getCurrencyCode();
    }

    @PostMapping("/arrears/{id}/write-off")
    @Needs(Power.DOCUMENTS)
    String writeOff(
            BusinessId business,
            @PathVariable CustomerId id,
            @RequestParam(name = "document", defaultValue = "") List<DocumentId> chosen,
            @RequestParam Map<String, String> fields) {
        customers.find(business, id).orElseThrow(NotHere::new);
        String cause = new TypedForm(fields).required("cause", "cause", TextKind.NAME);
        if (chosen.isEmpty()) throw new Refusal("write-off.none", "No invoice is chosen. Nothing was written off.");
        transaction.executeWithoutResult(s -> chosen.forEach(document -> arrears.writeOff(
                business,
                documents
                        .find(business, document)
                        .filter(d -> d.customer().equals(id))
                        .orElseThrow(NotHere::new),
                cause)));
        return "redirect:/customers/" + id;
    }
}
