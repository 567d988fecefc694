package exactum.app.arrangements;

import exactum.app.business.Business;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.customers.Groups;
import exactum.app.installation.BusinessClock;
import exactum.app.web.TypedForm;
import exactum.core.arrangement.Raise;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.RecurringId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.typed.TypedAmount;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Changing the prices of a selection: chosen by words and group, rehearsed with old and new, some left out, done. */
@Controller
class RaisePages {
    private final FindRecurring recurring;
    private final RaisePrices raise;
    private final FindCustomers customers;
    private final Groups groups;
    private final BusinessClock clock;

    RaisePages(
            FindRecurring recurring, RaisePrices raise, FindCustomers customers, Groups groups, BusinessClock clock) {
        this.recurring = recurring;
        this.raise = raise;
        this.customers = customers;
        this.groups = groups;
        this.clock = clock;
    }

    /** A row as it is shown. */
    record Shown(RaisePrices.Row row, String customer) {}

    @GetMapping("/recurring/prices")
    String choose(
            BusinessId business,
            @RequestParam(defaultValue = "") String q,
            @RequestParam(required = false) UUID group,
            Model model) {
        List<RecurringInvoice> found = recurring.going(business, q, group);
        model.addAttribute("q", q);
        model.addAttribute("group", group);
        model.addAttribute("groups", groups.all(business));
        model.addAttribute("found", found);
        model.addAttribute("names", names(business, found));
        return "arrangements/prices";
    }

    @PostMapping("/recurring/prices")
    @Needs(Power.ARRANGEMENTS)
    String begin(
            Business business,
            @RequestParam Map<String, String> fields,
            @RequestParam(required = false) Set<RecurringId> chosen) {
        Raise wanted = TypedForm.read(fields, f -> raise(business, f));
        Set<RecurringId> ids = chosen == null ? Set.of() : new LinkedHashSet<>(chosen);
        return "redirect:/recurring/prices/" + raise.begin(business.id(), wanted, ids);
    }

    @GetMapping("/recurring/prices/{id}")
    String rehearsal(BusinessId business, @PathVariable UUID id, Model model) {
        PriceChange change = raise.get(business, id);
        List<RaisePrices.Row> rows = raise.rows(business, change);
        Map<CustomerId, String> names =
                names(business, rows.stream().map(RaisePrices.Row::arrangement).toList());
        model.addAttribute("change", change);
        model.addAttribute(
                "rows",
                rows.stream()
                        .map(r -> new Shown(r, names.get(r.arrangement().customer())))
                        .toList());
        model.addAttribute("goes", rows.stream().filter(r -> !r.out()).count());
        return "arrangements/raise";
    }

    @PostMapping("/recurring/prices/{id}")
    @Needs(Power.ARRANGEMENTS)
    String commit(BusinessId business, @PathVariable UUID id, @RequestParam(required = false) Set<RecurringId> out) {
        raise.commit(business, id, out == null ? Set.of() : out);
        return "redirect:/recurring/prices/" + id;
    }

    private Raise raise(Business business, TypedForm f) {
        LocalDate from = f.date("from", "day", clock.today(business.id()));
        String typed = f.required("change", "change");
        boolean percent = typed.endsWith("%");
        try {
            BigDecimal number = TypedAmount.parse(
                    percent ? typed.substring(0, typed.length() - 1).strip() : typed);
            return percent
                    ? new Raise(number, null, from)
                    : new Raise(null, Money.of(business.currency(), number), from);
        } catch (Refusal | IllegalArgumentException | ArithmeticException wrong) {
            f.refuse(
                    "change",
                    "raise.change",
                    "“%s” is no change of price. Write 4.5 %% or an amount, with a minus for less. Nothing was rehearsed."
                            .formatted(typed));
            return new Raise(BigDecimal.ONE, null, from);
        }
    }

    private Map<CustomerId, String> names(BusinessId business, List<RecurringInvoice> found) {
        return customers
                .byId(
                        business,
                        found.stream()
                                .map(RecurringInvoice::customer)
                                .distinct()
                                .toList())
                .values()
                .stream()
                .collect(Collectors.toMap(Customer::id, Customer::name));
    }
}
