package exactum.app.reminders;

import exactum.app.business.Business;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.installation.BusinessClock;
import exactum.app.messages.Letter;
import exactum.app.web.NotHere;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import java.time.LocalDate;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Who would be reminded of what on a day, in which words, and who would not; pauses. */
@Controller
class ReminderPages {
    private static final int SHOWN = 200;
    private final Reminders reminders;
    private final ReminderLetters letters;
    private final FindCustomers customers;
    private final BusinessClock clock;

    ReminderPages(Reminders reminders, ReminderLetters letters, FindCustomers customers, BusinessClock clock) {
        this.reminders = reminders;
        this.letters = letters;
        this.customers = customers;
        this.clock = clock;
    }

    /** The plan of a day: tomorrow’s where none is asked for. */
    @GetMapping("/reminders")
    String page(Business business, @RequestParam Map<String, String> fields, Model model) {
        LocalDate today = clock.today(business.id());
        LocalDate asked = TypedForm.read(fields, f -> f.dateOrNone("day", "day", today));
        LocalDate day = asked == null ? today.plusDays(1) : asked;
        PlanOfDay plan = reminders.plan(business.id(), day);
        model.addAttribute("plan", plan);
        model.addAttribute("shown", plan.planned().stream().limit(SHOWN).toList());
        model.addAttribute("stopped", plan.exceptions());
        model.addAttribute(
                "collected", plan.stopped().size() - plan.exceptions().size());
        model.addAttribute("day", day);
        model.addAttribute("today", today);
        return "reminders/page";
    }

    /** What a customer would be sent on the day. */
    @GetMapping("/reminders/{customer}/letter")
    String letter(
            Business business,
            @PathVariable CustomerId customer,
            @RequestParam Map<String, String> fields,
            Model model) {
        LocalDate day = day(business.id(), fields);
        Letter letter = reminders.plan(business.id(), day).planned().stream()
                .filter(p -> p.customer().equals(customer))
                .findFirst()
                .map(p -> letters.rehearsed(business, p))
                .orElseThrow(NotHere::new);
        model.addAttribute("letter", letter);
        return "reminders/page :: letter";
    }

    private LocalDate day(BusinessId business, Map<String, String> fields) {
        LocalDate today = clock.today(business);
        return TypedForm.read(fields, f -> f.date("day", "day", today));
    }

    @PostMapping("/reminders/{customer}/leave-out")
    @Needs(Power.MESSAGES)
    String leaveOut(BusinessId business, @PathVariable CustomerId customer, @RequestParam Map<String, String> fields) {
        LocalDate day = day(business, fields);
        reminders.leaveOut(business, customer, day);
        return "redirect:/reminders?day=" + day;
    }

    /** Tells today’s now, and not only with the next night’s work. */
    @PostMapping("/reminders/tell")
    @Needs(Power.MESSAGES)
    String tell(BusinessId business) {
        reminders.now(business);
        return "redirect:/reminders?day=" + clock.today(business);
    }

    @PostMapping("/customers/{id}/reminders/pause")
    @Needs(Power.MESSAGES)
    String pause(BusinessId business, @PathVariable CustomerId id, @RequestParam Map<String, String> fields) {
        Customer customer = customers.find(business, id).orElseThrow(NotHere::new);
        LocalDate today = clock.today(business);
        record Typed(LocalDate until, String cause) {}
        Typed typed = TypedForm.read(
                fields, f -> new Typed(f.dateOrNone("until", "last day", today), f.required("cause", "cause")));
        reminders.pause(business, customer, typed.until(), typed.cause());
        return "redirect:/customers/" + id + "#reminders";
    }

    @PostMapping("/customers/{id}/reminders/go-on")
    @Needs(Power.MESSAGES)
    String goOn(BusinessId business, @PathVariable CustomerId id) {
        reminders.endPause(business, customers.find(business, id).orElseThrow(NotHere::new));
        return "redirect:/customers/" + id + "#reminders";
    }
}
