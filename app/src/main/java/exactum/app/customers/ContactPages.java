package exactum.app.customers;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.text.TextKind;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Adding and removing contacts on a customer's page. */
@Controller
class ContactPages {
    private final Contacts contacts;

    ContactPages(Contacts contacts) {
        this.contacts = contacts;
    }

    /** A contact as it is typed. */
    private record Typed(String name, String email) {}

    @PostMapping("/customers/{id}/contacts")
    @Needs(Power.CUSTOMERS)
    String add(
            BusinessId business,
            @PathVariable CustomerId id,
            @RequestParam Map<String, String> fields,
            @RequestParam(defaultValue = "") List<String> gets) {
        Typed typed = TypedForm.read(
                fields, f -> new Typed(f.required("name", "name", TextKind.NAME), f.email("email", "e-mail address")));
        contacts.add(business, id, typed.name(), typed.email(), gets);
        return "redirect:/customers/" + id;
    }

    @PostMapping("/customers/{id}/contacts/{contact}/remove")
    @Needs(Power.CUSTOMERS)
    String remove(BusinessId business, @PathVariable CustomerId id, @PathVariable UUID contact) {
        contacts.remove(business, id, contact);
        return "redirect:/customers/" + id;
    }
}
