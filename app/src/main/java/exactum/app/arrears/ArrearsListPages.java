package exactum.app.arrears;

import exactum.app.business.Business;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.database.Slice;
import exactum.app.installation.BusinessClock;
import exactum.app.web.NotHere;
import exactum.app.web.Pager;
import exactum.app.web.Texts;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.money.Money;
import exactum.core.report.AgeBand;
import exactum.core.settlement.Arrangement;
import exactum.core.text.TextKind;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Customers with something overdue: how old it is, whose they are, what is done next, and arrangements with them. */
@Controller
class ArrearsListPages {
    private static final int PARTS = 3;
    private final ArrearsListStore store;
    private final FollowUp follow;
    private final FindCustomers customers;
    private final People people;
    private final BusinessClock clock;

    ArrearsListPages(
            ArrearsListStore store, FollowUp follow, FindCustomers customers, People people, BusinessClock clock) {
        this.store = store;
        this.follow = follow;
        this.customers = customers;
        this.people = people;
        this.clock = clock;
    }

    @GetMapping("/arrears")
    String list(
            BusinessId business,
            @RequestParam Map<String, String> fields,
            @RequestParam(defaultValue = "1") int from,
            Model model) {
        LocalDate today = clock.today(business);
        Slice slice = Slice.page(from);
        String owner = fields.get("owner");
        var filter = new ArrearsListStore.Filter(
                band(fields.getOrDefault("band", "")),
                owner == null || owner.equals("all") ? null : owner,
                fields.containsKey("skipped"),
                "action".equals(fields.get("sort")));
        List<ArrearsListStore.Overdue> rows = store.overdue(business, today, filter, slice.from(), slice.most());
        model.addAttribute("rows", rows);
        model.addAttribute("filter", filter);
        model.addAttribute("totals", store.totals(business, today));
        model.addAttribute("bands", Arrays.stream(AgeBand.values()).skip(1).toList());
        model.addAttribute("people", people.whoFollowUp(business));
        model.addAttribute("today", today);
        model.addAttribute(
                "pager",
                Pager.of(
                        slice, rows.size(), rows.isEmpty() ? 0 : rows.getFirst().all()));
        return "arrears/list";
    }

    private static AgeBand band(String typed) {
        return Arrays.stream(AgeBand.values())
                .skip(1)
                .filter(b -> b.name().equals(typed))
                .findFirst()
                .orElse(null);
    }

    @GetMapping("/arrears/{id}/follow-up")
    String followUp(BusinessId business, @PathVariable CustomerId id, Model model) {
        model.addAttribute(
                "r",
                store.overdueOf(business, id, clock.today(business)).stream()
                        .findFirst()
                        .orElseThrow(NotHere::new));
        model.addAttribute("people", people.whoFollowUp(business));
        return "arrears/of-customer :: followUp";
    }

    @PostMapping("/arrears/{id}")
    @Needs(Power.PAYMENTS)
    String put(BusinessId business, @PathVariable CustomerId id, @RequestParam Map<String, String> fields) {
        Customer customer = customers.find(business, id).orElseThrow(NotHere::new);
        var f = new TypedForm(fields);
        follow.put(
                business,
                customer,
                f.raw("owner"),
                f.text("action", TextKind.NAME),
                f.dateOrNone("on", "day", clock.today(business)));
        return "redirect:/arrears";
    }

    /** What is typed of an arrangement. */
    private record Wish(int parts, LocalDate first, String currency) {}

    private Wish wish(BusinessId business, Customer customer, Map<String, String> fields) {
        LocalDate today = clock.today(business);
        return TypedForm.read(fields, f -> {
            LocalDate first = f.dateOrNone("first", "first day", today);
            return new Wish(
                    f.text("parts").isEmpty() ? PARTS : f.whole("parts"),
                    first == null ? today.plusMonths(1).withDayOfMonth(1) : first,
                    f.currency("currency", customer.currency()).getCurrencyCode());
        });
    }

    @GetMapping("/arrears/{id}/arrangement")
    String arrangement(
            Business business, @PathVariable CustomerId id, @RequestParam Map<String, String> fields, Model model) {
        Customer customer = customers.find(business.id(), id).orElseThrow(NotHere::new);
        Wish wish = wish(business.id(), customer, fields);
        List<Arrangement.Share<ArrearsListStore.OpenOf>> shares =
                follow.rehearse(business.id(), customer, wish.currency(), wish.parts(), wish.first());
        model.addAttribute("customer", customer);
        model.addAttribute("shares", shares);
        model.addAttribute("parts", wish.parts());
        model.addAttribute("first", Texts.day(wish.first()));
        model.addAttribute("currency", wish.currency());
        model.addAttribute(
                "total",
                Money.sum(
                        shares.getFirst().amount().currency(),
                        shares.stream().map(Arrangement.Share::amount).toList()));
        return "arrears/arrangement";
    }

    @PostMapping("/arrears/{id}/arrangement")
    @Needs(Power.PAYMENTS)
    String arrange(BusinessId business, @PathVariable CustomerId id, @RequestParam Map<String, String> fields) {
        Customer customer = customers.find(business, id).orElseThrow(NotHere::new);
        Wish wish = wish(business, customer, fields);
        var f = new TypedForm(fields);
        Money seen = f.money(
                "seen", "what is overdue", Money.ofMinor(wish.currency(), 0).currency());
        follow.arrange(
                business,
                customer,
                wish.currency(),
                wish.parts(),
                wish.first(),
                seen,
                f.required("cause", "cause", TextKind.NAME));
        return "redirect:/customers/" + id;
    }
}
