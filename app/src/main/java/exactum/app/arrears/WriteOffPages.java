package exactum.app.arrears;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.installation.BusinessClock;
import exactum.app.settlement.FindClaims;
import exactum.app.web.NotHere;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import exactum.core.text.TextKind;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Controller;
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
    private final FindClaims claims;
    private final BusinessClock clock;

    WriteOffPages(
            ArrearsListStore store, Arrears arrears, FindCustomers customers, FindClaims claims, BusinessClock clock) {
        this.store = store;
        this.arrears = arrears;
        this.customers = customers;
        this.claims = claims;
        this.clock = clock;
    }

    /** An invoice of which something is overdue, and all that is open of it, which is what would be written off. */
    public record Whole(ArrearsListStore.OpenOf overdue, Money open) {}

    @GetMapping("/arrears/{id}/write-off")
    String page(
            BusinessId business, @PathVariable CustomerId id, @RequestParam Map<String, String> fields, Model model) {
        Customer customer = customers.find(business, id).orElseThrow(NotHere::new);
        String currency =
                new TypedForm(fields).currency("currency", customer.currency()).getCurrencyCode();
        List<Whole> open = store.open(business, id, currency, clock.today(business)).stream()
                .map(o -> whole(business, o))
                .toList();
        model.addAttribute("customer", customer);
        model.addAttribute("currency", currency);
        model.addAttribute("open", open);
        model.addAttribute("total", open.stream().map(Whole::open).reduce(Money.ofMinor(currency, 0), Money::plus));
        return "arrears/write-off";
    }

    private Whole whole(BusinessId business, ArrearsListStore.OpenOf overdue) {
        return new Whole(
                overdue,
                claims.openOf(business, overdue.document()).stream()
                        .map(FindClaims.Open::left)
                        .reduce(overdue.amount().withMinor(0), Money::plus));
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
        arrears.writeOff(business, id, chosen, cause);
        return "redirect:/customers/" + id;
    }
}
