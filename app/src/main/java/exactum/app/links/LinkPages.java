package exactum.app.links;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.web.NotHere;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.PaymentLinkId;
import exactum.core.money.Money;
import exactum.core.text.TextKind;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Links by which a customer pays an amount without a document, and who is told of a payment. */
@Controller
class LinkPages {
    private final PaymentLinks links;
    private final FindCustomers customers;

    LinkPages(PaymentLinks links, FindCustomers customers) {
        this.links = links;
        this.customers = customers;
    }

    /** A link as it is typed. */
    private record Typed(PaymentLink.Ask ask, String tell) {}

    @PostMapping("/customers/{id}/links")
    @Needs(Power.MESSAGES)
    String make(BusinessId business, @PathVariable CustomerId id, @RequestParam Map<String, String> fields) {
        Customer customer = customers.find(business, id).orElseThrow(NotHere::new);
        Typed typed = TypedForm.read(fields, f -> typed(f, customer));
        links.ofAmount(business, id, typed.ask(), typed.tell());
        return "redirect:/customers/" + id + "#links";
    }

    private static Typed typed(TypedForm f, Customer customer) {
        Money amount = f.raw("amount").isBlank() ? null : f.money("amount", "amount", customer.currency());
        if (amount != null && !amount.isPositive())
            f.refuse("amount", "link.amount", "An amount to pay is above zero. No link was made.");
        String purpose = f.required("purpose", "purpose", TextKind.NAME);
        return new Typed(new PaymentLink.Ask(customer.currency(), amount, purpose, f.has("once")), tell(f));
    }

    private static String tell(TypedForm f) {
        return f.raw("tell").isBlank() ? "" : f.email("tell", "e-mail address");
    }

    @PostMapping("/customers/{id}/links/{link}/withdraw")
    @Needs(Power.MESSAGES)
    String withdraw(BusinessId business, @PathVariable CustomerId id, @PathVariable PaymentLinkId link) {
        links.withdraw(business, of(business, id, link).id());
        return "redirect:/customers/" + id + "#links";
    }

    /** Who is told when a link was paid; nobody where no address is typed. */
    @PostMapping("/customers/{id}/links/{link}/tell")
    @Needs(Power.MESSAGES)
    String tell(
            BusinessId business,
            @PathVariable CustomerId id,
            @PathVariable PaymentLinkId link,
            @RequestParam Map<String, String> fields) {
        String address = TypedForm.read(fields, LinkPages::tell);
        links.tell(business, of(business, id, link).id(), address);
        return "links/of-customer :: told";
    }

    private PaymentLink of(BusinessId business, CustomerId customer, PaymentLinkId link) {
        return links.find(business, link)
                .filter(l -> l.customer().equals(customer))
                .orElseThrow(NotHere::new);
    }
}
