package exactum.app.interest;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.installation.BusinessClock;
import exactum.app.setup.FreeAccounts;
import exactum.app.web.NotHere;
import exactum.app.web.TypedForm;
import exactum.core.arrears.LateLaw;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.money.Money;
import exactum.core.text.TextKind;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** What late payment costs a customer, with its working, and the rule by which it does. */
@Controller
class InterestPages {
    private final ChargeInterest charge;
    private final LateRules rules;
    private final FindCustomers customers;
    private final FreeAccounts accounts;
    private final BusinessClock clock;

    InterestPages(
            ChargeInterest charge,
            LateRules rules,
            FindCustomers customers,
            FreeAccounts accounts,
            BusinessClock clock) {
        this.charge = charge;
        this.rules = rules;
        this.customers = customers;
        this.accounts = accounts;
        this.clock = clock;
    }

    @GetMapping("/arrears/{id}/interest")
    String of(BusinessId business, @PathVariable CustomerId id, @RequestParam Map<String, String> fields, Model model) {
        Customer customer = customers.find(business, id).orElseThrow(NotHere::new);
        String currency = currency(customer, fields);
        model.addAttribute("customer", customer);
        model.addAttribute("rehearsal", charge.rehearse(business, customer, currency));
        model.addAttribute("today", clock.today(business));
        return "interest/of-customer";
    }

    private static String currency(Customer customer, Map<String, String> fields) {
        return new TypedForm(fields).currency("currency", customer.currency()).getCurrencyCode();
    }

    @PostMapping("/arrears/{id}/interest")
    @Needs(Power.DOCUMENTS)
    String charge(BusinessId business, @PathVariable CustomerId id, @RequestParam Map<String, String> fields) {
        Customer customer = customers.find(business, id).orElseThrow(NotHere::new);
        String currency = currency(customer, fields);
        Money seen = TypedForm.read(
                fields,
                f -> f.money(
                        "seen", "what is charged", Money.ofMinor(currency, 0).currency()));
        return "redirect:/drafts/" + charge.charge(business, customer, currency, seen);
    }

    @PostMapping("/arrears/{id}/interest/agreed")
    @Needs(Power.CUSTOMERS)
    String agreed(BusinessId business, @PathVariable CustomerId id, @RequestParam Map<String, String> fields) {
        Customer customer = customers.find(business, id).orElseThrow(NotHere::new);
        var f = new TypedForm(fields);
        String chosen = f.raw("charged");
        rules.choose(business, customer, chosen.isEmpty() ? null : chosen.equals("yes"), f.text("why", TextKind.NAME));
        return "redirect:/arrears/" + id + "/interest";
    }

    @GetMapping("/setup/late-payment")
    String rule(BusinessId business, Model model) {
        model.addAttribute("rule", rules.of(business));
        model.addAttribute("rates", rules.rates(business));
        model.addAttribute("laws", LateLaw.values());
        model.addAttribute("accounts", accounts.forLines(business));
        return "interest/rule";
    }

    @PostMapping("/setup/late-payment")
    @Needs(Power.SETUP)
    String save(BusinessId business, @RequestParam Map<String, String> fields) {
        BigDecimal points = TypedForm.read(fields, f -> f.percent("points", "points above the reference rate"));
        var f = new TypedForm(fields);
        rules.save(
                business,
                fields.containsKey("on"),
                LateLaw.of(f.oneOf(
                        "law",
                        "law",
                        Arrays.stream(LateLaw.values()).map(Enum::name).toList())),
                points,
                fields.containsKey("fixed"),
                f.raw("account"));
        return "redirect:/setup/late-payment";
    }

    /** A reference rate as it is typed. */
    private record Typed(LocalDate from, BigDecimal percent, String source) {}

    @PostMapping("/setup/late-payment/rates")
    @Needs(Power.SETUP)
    String rate(BusinessId business, @RequestParam Map<String, String> fields) {
        LocalDate today = clock.today(business);
        Typed typed = TypedForm.read(
                fields,
                f -> new Typed(
                        f.date("from", "first day", today),
                        f.percent("percent", "reference rate"),
                        f.required("source", "source", TextKind.NAME)));
        rules.rate(business, typed.from(), typed.percent(), typed.source());
        return "redirect:/setup/late-payment";
    }
}
