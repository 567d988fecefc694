package exactum.app.arrangements;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.customers.FindCustomers;
import exactum.app.installation.BusinessClock;
import exactum.app.web.NotHere;
import exactum.app.web.TypedForm;
import exactum.app.web.Why;
import exactum.core.cadence.Occurrence;
import exactum.core.cadence.Proration;
import exactum.core.ids.BusinessId;
import exactum.core.ids.RecurringId;
import exactum.core.problem.Refusal;
import exactum.core.text.TextKind;
import exactum.core.typed.TypedDate;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The course of a recurring invoice: its dates ahead, pausing, leaving one out, ending; each rehearsed first. */
@Controller
class CoursePages {
    private static final int AHEAD = 12;
    private final FindRecurring recurring;
    private final CourseOfRecurring course;
    private final EndRecurring end;
    private final PrepareRecurring prepare;
    private final FindCustomers customers;
    private final BusinessClock clock;

    CoursePages(
            FindRecurring recurring,
            CourseOfRecurring course,
            EndRecurring end,
            PrepareRecurring prepare,
            FindCustomers customers,
            BusinessClock clock) {
        this.recurring = recurring;
        this.course = course;
        this.end = end;
        this.prepare = prepare;
        this.customers = customers;
        this.clock = clock;
    }

    /**
     * A date that is still to be billed.
     *
     * @param from the first day of its period
     * @param words what it comes to with tax, or what would stop it
     */
    public record Ahead(LocalDate date, LocalDate from, String period, boolean part, String words) {}

    /** What ending would do, as it is shown; or why it cannot be. */
    public record Shown(
            LocalDate last, List<Ahead> finals, List<EndRecurring.Credit> credits, String digest, String problem) {}

    @GetMapping("/recurring/{id}/course")
    String course(
            BusinessId business,
            @PathVariable RecurringId id,
            @RequestParam(defaultValue = "") String last,
            @RequestParam(defaultValue = "") String parts,
            Model model) {
        RecurringInvoice r = find(business, id);
        LocalDate today = clock.today(business);
        Proration by = proration(parts, r);
        model.addAttribute("recurring", r);
        model.addAttribute("customer", customers.get(business, r.customer()).name());
        model.addAttribute("ahead", rows(business, r, r.ahead().limit(AHEAD).toList()));
        model.addAttribute("missed", rows(business, r, course.missed(r, today).toList()));
        model.addAttribute("skipped", recurring.skipped(business, id));
        model.addAttribute("prorations", Proration.values());
        model.addAttribute("last", last);
        model.addAttribute("by", by.word());
        if (!last.isBlank()) model.addAttribute("ending", ending(business, r, last, by, today));
        return "arrangements/course";
    }

    private Shown ending(BusinessId business, RecurringInvoice r, String last, Proration by, LocalDate today) {
        try {
            EndRecurring.Ending ending = end.rehearse(business, r, TypedDate.parse(last, today), by, today);
            return new Shown(
                    ending.last(),
                    rows(business, ending.ended(), ending.finals()),
                    ending.credits(),
                    ending.digest(),
                    null);
        } catch (Refusal cannot) {
            return new Shown(null, List.of(), List.of(), "", cannot.sentence());
        }
    }

    @PostMapping("/recurring/{id}/pause")
    @Needs(Power.ARRANGEMENTS)
    String pause(BusinessId business, @PathVariable RecurringId id, @RequestParam int revision) {
        course.pause(business, id, revision, clock.today(business));
        return back(id);
    }

    @PostMapping("/recurring/{id}/resume")
    @Needs(Power.ARRANGEMENTS)
    String resume(
            BusinessId business,
            @PathVariable RecurringId id,
            @RequestParam int revision,
            @RequestParam CourseOfRecurring.Gap gap) {
        course.resume(business, id, revision, gap, clock.today(business));
        return back(id);
    }

    @PostMapping("/recurring/{id}/skip")
    @Needs(Power.ARRANGEMENTS)
    String skip(
            BusinessId business,
            @PathVariable RecurringId id,
            @RequestParam int revision,
            @RequestParam LocalDate period,
            @RequestParam Map<String, String> fields) {
        String cause = TypedForm.read(fields, f -> f.required("cause", "cause", TextKind.NAME));
        course.skip(business, id, revision, period, cause);
        return back(id);
    }

    @PostMapping("/recurring/{id}/take-in")
    @Needs(Power.ARRANGEMENTS)
    String takeIn(
            BusinessId business,
            @PathVariable RecurringId id,
            @RequestParam int revision,
            @RequestParam LocalDate period) {
        course.takeIn(business, id, revision, period);
        return back(id);
    }

    @PostMapping("/recurring/{id}/end")
    @Needs(Power.ARRANGEMENTS)
    String end(
            BusinessId business,
            @PathVariable RecurringId id,
            @RequestParam int revision,
            @RequestParam String last,
            @RequestParam String parts,
            @RequestParam boolean credit,
            @RequestParam String seen) {
        LocalDate today = clock.today(business);
        Proration by = proration(parts, find(business, id));
        end.end(business, id, revision, TypedDate.parse(last, today), by, credit, seen, today);
        return back(id);
    }

    private RecurringInvoice find(BusinessId business, RecurringId id) {
        return recurring.find(business, id).orElseThrow(NotHere::new);
    }

    private static String back(RecurringId id) {
        return "redirect:/recurring/" + id + "/course";
    }

    /** As chosen; where nothing is, as the arrangement does, and by days where that charges no parts. */
    private static Proration proration(String chosen, RecurringInvoice r) {
        for (Proration p : Proration.values()) if (p.word().equals(chosen)) return p;
        return r.recurrence().proration() == Proration.NONE
                ? Proration.DAYS
                : r.recurrence().proration();
    }

    private List<Ahead> rows(BusinessId business, RecurringInvoice r, List<Occurrence> occurrences) {
        PrepareRecurring.Desk desk = prepare.desk(business, List.of(r));
        return occurrences.stream()
                .map(o -> new Ahead(o.date(), o.period().from(), o.period().words(), o.isPart(), words(r, o, desk)))
                .toList();
    }

    private static String words(RecurringInvoice r, Occurrence o, PrepareRecurring.Desk desk) {
        try {
            return desk.prepare(r, o).totals().gross().withCurrency();
        } catch (Refusal stops) {
            return Why.of(stops);
        }
    }
}
