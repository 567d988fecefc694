package exactum.app.customers;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.text.TextKind;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Groups of customers, and which one a customer is in. */
@Controller
class GroupPages {
    private final Groups groups;

    GroupPages(Groups groups) {
        this.groups = groups;
    }

    @GetMapping("/customers/groups")
    String page(BusinessId business, Model model) {
        model.addAttribute("groups", groups.all(business));
        return "customers/groups";
    }

    @PostMapping("/customers/groups")
    @Needs(Power.CUSTOMERS)
    String add(BusinessId business, @RequestParam Map<String, String> fields) {
        groups.add(business, TypedForm.read(fields, f -> f.required("name", "name", TextKind.NAME)));
        return "redirect:/customers/groups";
    }

    @PostMapping("/customers/{id}/group")
    @Needs(Power.CUSTOMERS)
    String put(BusinessId business, @PathVariable CustomerId id, @RequestParam Map<String, String> fields) {
        groups.put(business, id, new TypedForm(fields).idOrNone("group"));
        return "redirect:/customers/" + id;
    }
}
