package exactum.app.accountstatements;

import exactum.app.business.Business;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.installation.BusinessClock;
import exactum.app.web.Habit;
import exactum.app.web.NotHere;
import exactum.app.web.TypedForm;
import exactum.core.ids.CustomerId;
import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The statement of account of a customer: looked at, downloaded, sent. */
@Controller
class AccountPages {
    private static final Habit ENGLISH = new Habit(Locale.ENGLISH);
    private final AccountStatements statements;
    private final FindCustomers customers;
    private final BusinessClock clock;

    AccountPages(AccountStatements statements, FindCustomers customers, BusinessClock clock) {
        this.statements = statements;
        this.customers = customers;
        this.clock = clock;
    }

    /** Which days, in which currency. */
    record Asked(LocalDate from, LocalDate until, String currency) {}

    private Asked asked(Business business, Customer customer, Map<String, String> fields) {
        LocalDate today = clock.today(business.id());
        return TypedForm.read(fields, f -> {
            LocalDate until = f.dateOrNone("until", "last day", today);
            LocalDate last = until == null ? today : until;
            LocalDate from = f.dateOrNone("from", "first day", today);
            LocalDate first = from == null ? last.minusMonths(3).withDayOfMonth(1) : from;
            if (first.isAfter(last))
                throw new Refusal("account.days", "The first day is after the last. Choose others.").at("from");
            String currency = f.currency("currency", customer.currency()).getCurrencyCode();
            return new Asked(first, last, currency);
        });
    }

    private Customer customer(Business business, CustomerId id) {
        return customers.find(business.id(), id).orElseThrow(NotHere::new);
    }

    private AccountStatements.Shown shown(Business business, Customer customer, Asked a) {
        return statements.of(business.id(), customer.id(), a.currency(), a.from(), a.until());
    }

    @GetMapping("/customers/{id}/account")
    String page(Business business, @PathVariable CustomerId id, @RequestParam Map<String, String> fields, Model model) {
        Customer customer = customer(business, id);
        Asked asked = asked(business, customer, fields);
        AccountStatements.Shown shown = shown(business, customer, asked);
        List<String> currencies = statements.currencies(business.id(), id);
        model.addAttribute("customer", customer);
        model.addAttribute("asked", asked);
        model.addAttribute("shown", shown);
        model.addAttribute("s", shown.statement());
        model.addAttribute("lines", statements.lines(ENGLISH, shown));
        model.addAttribute("currencies", currencies.isEmpty() ? List.of(asked.currency()) : currencies);
        return "accountstatements/page";
    }

    @GetMapping("/customers/{id}/account.pdf")
    ResponseEntity<byte[]> pdf(
            Business business, @PathVariable CustomerId id, @RequestParam Map<String, String> fields) {
        Customer customer = customer(business, id);
        Asked asked = asked(business, customer, fields);
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_PDF)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        "inline; filename=\"%s-%s.pdf\"".formatted(customer.code(), asked.until()))
                .body(statements.pdf(business, customer, shown(business, customer, asked)));
    }

    @PostMapping("/customers/{id}/account/send")
    @Needs(Power.MESSAGES)
    String send(Business business, @PathVariable CustomerId id, @RequestParam Map<String, String> fields) {
        Customer customer = customer(business, id);
        Asked asked = asked(business, customer, fields);
        if (!statements.send(business, customer, shown(business, customer, asked)))
            throw new Refusal("account.sent", "The same statement went to them today already. Nothing was sent again.");
        return "redirect:/customers/%s/account?from=%s&until=%s&currency=%s&sent"
                .formatted(id, asked.from(), asked.until(), asked.currency());
    }
}
