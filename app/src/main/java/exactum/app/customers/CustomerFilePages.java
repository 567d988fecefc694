package exactum.app.customers;

import exactum.app.database.Slice;
import exactum.app.installation.BusinessClock;
import exactum.app.web.NotHere;
import exactum.app.web.Pager;
import exactum.core.document.TaxTreatment;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.precedence.Level;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;

/** One customer: how we stand, what comes next, what happened, and all that the features know of them. */
@Controller
class CustomerFilePages {
    private final FindCustomers customers;
    private static final int NEXT = 6;
    private static final int HAPPENED = 25;
    private final HowWeStandStore standing;
    private final Groups groups;
    private final Contacts contacts;
    private final BillingRules rules;
    private final BilledPoints points;
    private final MergeCustomers merge;
    private final List<CustomerSection> sections;
    private final BusinessClock clock;

    CustomerFilePages(
            FindCustomers customers,
            HowWeStandStore standing,
            Groups groups,
            Contacts contacts,
            BillingRules rules,
            BilledPoints points,
            MergeCustomers merge,
            List<CustomerSection> sections,
            BusinessClock clock) {
        this.customers = customers;
        this.standing = standing;
        this.groups = groups;
        this.contacts = contacts;
        this.rules = rules;
        this.points = points;
        this.merge = merge;
        this.sections = sections;
        this.clock = clock;
    }

    /** A section with its content. */
    record Shown(String template, Object content) {}

    @GetMapping("/customers/{id:[0-9a-f-]{36}}")
    String one(
            BusinessId business, @PathVariable CustomerId id, @RequestParam(defaultValue = "1") int from, Model model) {
        LocalDate today = clock.today(business);
        Slice slice = new Slice(from, HAPPENED);
        Optional<Customer> found = customers.find(business, id);
        if (found.isEmpty())
            return "redirect:/customers/" + merge.goneInto(business, id).orElseThrow(NotHere::new);
        Customer customer = found.get();
        model.addAttribute("customer", customer);
        model.addAttribute("stand", standing.stand(business, id, today));
        model.addAttribute("next", standing.next(business, id, today, NEXT));
        List<TheirEvent> happened = standing.happened(business, id, slice);
        model.addAttribute("happened", happened);
        model.addAttribute("pager", Pager.of(slice, happened.size(), standing.countHappened(business, id)));
        model.addAttribute("contacts", contacts.of(business, id));
        model.addAttribute("mail", Mail.values());
        model.addAttribute("groups", groups.all(business));
        Optional<Groups.Group> group = groups.of(business, id);
        model.addAttribute("group", group.orElse(null));
        HowBilled how = rules.of(business, id);
        model.addAttribute("onPaper", how.delivery().value() == Delivery.PAPER);
        model.addAttribute(
                "lacksTaxNumber",
                how.tax().value().treatment() == TaxTreatment.REVERSE_CHARGE && customer.taxNumber() == null);
        model.addAttribute(
                "billed",
                points.of(
                        business,
                        "/customers/" + id + "/billed",
                        how,
                        rules.said(business, Whose.of(id)),
                        new BilledPoint.Seen(
                                Level.CUSTOMER, group.map(Groups.Group::name).orElse(""))));
        model.addAttribute("today", today);
        model.addAttribute(
                "sections",
                sections.stream()
                        .map(s -> new Shown(s.template(), s.of(business, customer)))
                        .toList());
        return "customers/one";
    }
}
