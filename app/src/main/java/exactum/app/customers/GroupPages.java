package exactum.app.customers;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.precedence.Level;
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
    private final BillingRules rules;
    private final BilledPoints points;

    GroupPages(Groups groups, BillingRules rules, BilledPoints points) {
        this.groups = groups;
        this.rules = rules;
        this.points = points;
    }

    /** A group, and how those in it are billed. */
    record Shown(Groups.Group group, BilledPoints.Form billed) {}

    @GetMapping("/customers/groups")
    String page(BusinessId business, Model model) {
        model.addAttribute(
                "everybody",
                points.of(
                        business,
                        "/customers/everybody/billed",
                        rules.ofGroup(business, null),
                        rules.said(business, Whose.EVERYBODY),
                        new BilledPoint.Seen(Level.BUSINESS, "")));
        model.addAttribute(
                "groups",
                groups.all(business).stream()
                        .map(g -> new Shown(
                                g,
                                points.of(
                                        business,
                                        "/customers/groups/" + g.id() + "/billed",
                                        rules.ofGroup(business, g.id()),
                                        rules.said(business, Whose.of(g.id())),
                                        new BilledPoint.Seen(Level.GROUP, g.name()))))
                        .toList());
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
