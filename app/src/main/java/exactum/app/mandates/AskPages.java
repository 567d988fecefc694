package exactum.app.mandates;

import exactum.app.business.Business;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.customers.Groups;
import exactum.app.database.Slice;
import exactum.app.installation.BusinessClock;
import exactum.app.web.NotHere;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.MandateId;
import exactum.core.ids.MandateLinkId;
import exactum.core.problem.Refusal;
import exactum.core.scheme.Scheme;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Controller;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Links to sign by: to one customer, or to a selection, rehearsed before they go out. */
@Controller
class AskPages {
    private static final int MOST = 500;
    private final FindCustomers customers;
    private final Groups groups;
    private final FindMandates mandates;
    private final SigningLinks links;
    private final MandatePaper paper;
    private final BusinessClock clock;

    AskPages(
            FindCustomers customers,
            Groups groups,
            FindMandates mandates,
            SigningLinks links,
            MandatePaper paper,
            BusinessClock clock) {
        this.customers = customers;
        this.groups = groups;
        this.mandates = mandates;
        this.links = links;
        this.paper = paper;
        this.clock = clock;
    }

    /**
     * What a link to a customer would do.
     *
     * @param address where it goes, or null: then it is only shown here
     * @param leftOut why none is made, or null
     */
    public record Rehearsed(Customer customer, String address, String leftOut) {}

    @GetMapping("/mandates/ask")
    String ask(
            Business business,
            @RequestParam Optional<CustomerId> customer,
            @RequestParam Optional<MandateId> replaces,
            @RequestParam(defaultValue = "") String words,
            @RequestParam(required = false) UUID group,
            @RequestParam(defaultValue = "SEPA Core") String scheme,
            Model model) {
        if (!MandateForm.schemes().contains(scheme)) throw new NotHere();
        Scheme chosen = Scheme.of(scheme);
        LocalDate today = clock.today(business.id());
        List<Customer> found = customer.map(
                        c -> List.of(customers.find(business.id(), c).orElseThrow(NotHere::new)))
                .orElseGet(() -> customers
                        .list(
                                business.id(),
                                new FindCustomers.Filter(words.strip(), group, ""),
                                today,
                                Slice.first(MOST))
                        .stream()
                        .map(FindCustomers.Listed::customer)
                        .toList());
        model.addAttribute(
                "rows",
                found.stream()
                        .map(c -> rehearsed(business.id(), c, chosen, replaces))
                        .toList());
        model.addAttribute("one", customer.isPresent());
        model.addAttribute("customer", customer.orElse(null));
        model.addAttribute(
                "replaces",
                replaces.map(r -> mandates.find(business.id(), r).orElseThrow(NotHere::new))
                        .orElse(null));
        model.addAttribute("words", words);
        model.addAttribute("group", group);
        model.addAttribute("groups", groups.all(business.id()));
        model.addAttribute("schemes", MandateForm.schemes());
        model.addAttribute("scheme", scheme);
        model.addAttribute("creditor", paper.creditor(business));
        model.addAttribute("notice", chosen.rules().termsOn(today).noticeDays());
        return "mandates/ask";
    }

    private Rehearsed rehearsed(BusinessId business, Customer c, Scheme scheme, Optional<MandateId> replaces) {
        Optional<Mandate> has = mandates.forCustomer(business, c.id())
                .filter(m -> !m.state().isOver())
                .filter(m -> replaces.isEmpty() || !m.id().equals(replaces.get()));
        String leftOut = !c.currency().equals(scheme.rules().currency())
                ? "bills in %s, and %s collects %s only"
                        .formatted(c.currency(), scheme.words(), scheme.rules().currency())
                : c.kind().equals("person") && !scheme.rules().payers().consumers()
                        ? "a private person"
                        : has.map(m -> "has mandate %s, %s"
                                        .formatted(m.reference(), m.state().words()))
                                .orElse(null);
        String address =
                c.isReachable() ? String.join(", ", c.recipients().of(exactum.app.customers.Mail.INVOICES)) : null;
        return new Rehearsed(c, address, leftOut);
    }

    @PostMapping("/mandates/links")
    @Needs(Power.CUSTOMERS)
    @Transactional
    String make(
            BusinessId business,
            @RequestParam(defaultValue = "") List<CustomerId> customer,
            @RequestParam Map<String, String> fields) {
        LocalDate today = clock.today(business);
        if (customer.isEmpty()) throw new Refusal("mandate.nobody", "Nobody is chosen. Nothing was sent.");
        UUID replaces = new TypedForm(fields).idOrNone("replaces");
        MandateLink.Asked asked = TypedForm.read(fields, f -> {
            var form = new MandateForm(f, today);
            return form.asked(form.scheme(), replaces == null ? null : new MandateId(replaces));
        });
        MandateLink last = null;
        for (CustomerId one : customer) last = links.make(business, one, asked, true);
        return customer.size() == 1 ? "redirect:/mandates/links/" + last.id() : "redirect:/mandates#links";
    }

    @GetMapping("/mandates/links/{id}")
    String link(BusinessId business, @PathVariable MandateLinkId id, Model model) {
        MandateLink link = links.find(business, id).orElseThrow(NotHere::new);
        model.addAttribute("link", link);
        model.addAttribute("address", links.address(link));
        model.addAttribute("isOpen", link.isOpen(clock.today(business)));
        return "mandates/link";
    }

    @PostMapping("/mandates/links/{id}/withdraw")
    @Needs(Power.CUSTOMERS)
    String withdraw(BusinessId business, @PathVariable MandateLinkId id) {
        links.find(business, id).orElseThrow(NotHere::new);
        links.withdraw(business, id);
        return "redirect:/mandates";
    }
}
