package exactum.app.customers;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.web.NotHere;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Merging a customer into another one: chosen, looked at side by side with what would move, and done. */
@Controller
class MergePages {
    private static final int MOST = 8;
    private final MergeCustomers merge;
    private final FindCustomers customers;

    MergePages(MergeCustomers merge, FindCustomers customers) {
        this.merge = merge;
        this.customers = customers;
    }

    @GetMapping("/customers/{id}/merge")
    @Needs(Power.CUSTOMERS)
    String choose(
            BusinessId business,
            @PathVariable CustomerId id,
            @RequestParam(defaultValue = "") String into,
            @RequestParam(defaultValue = "") String q,
            Model model) {
        Customer from = customers.find(business, id).orElseThrow(NotHere::new);
        model.addAttribute("from", from);
        model.addAttribute("q", q.isEmpty() ? from.name() : q);
        if (into.isEmpty()) {
            model.addAttribute("found", others(business, from, q.isEmpty() ? from.name() : q));
            return "customers/merge";
        }
        Customer other = customers.find(business, CustomerId.valueOf(into)).orElseThrow(NotHere::new);
        model.addAttribute("into", other);
        model.addAttribute("moves", merge.rehearse(business, from, other));
        return "customers/merge";
    }

    private List<Customer> others(BusinessId business, Customer from, String words) {
        return customers.search(business, words, MOST + 1).stream()
                .filter(c -> !c.id().equals(from.id()))
                .limit(MOST)
                .toList();
    }

    @PostMapping("/customers/{id}/merge")
    @Needs(Power.CUSTOMERS)
    String merge(BusinessId business, @PathVariable CustomerId id, @RequestParam Map<String, String> fields) {
        Pair pair = TypedForm.read(
                fields,
                f -> new Pair(
                        CustomerId.valueOf(f.required("into", "other customer")),
                        f.whole("revision", 9),
                        f.whole("otherRevision", 9)));
        boolean done = customers.find(business, id).isEmpty()
                && merge.goneInto(business, id).isPresent();
        if (!done) merge.merge(business, id, pair.revision(), pair.into(), pair.otherRevision());
        return "redirect:/customers/" + pair.into();
    }

    /** Into whom, and the revisions of both that were looked at. */
    private record Pair(CustomerId into, int revision, int otherRevision) {}
}
