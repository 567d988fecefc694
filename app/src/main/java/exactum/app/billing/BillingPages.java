package exactum.app.billing;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import exactum.app.approvals.ApprovalKind;
import exactum.app.approvals.Approvals;
import exactum.app.arrangements.FindRecurring;
import exactum.app.arrangements.RecurringInvoice;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.customers.Groups;
import exactum.app.documents.FindDocuments;
import exactum.app.installation.BusinessClock;
import exactum.app.web.NotHere;
import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.RecurringId;
import exactum.core.ids.RunId;
import exactum.core.problem.Refusal;
import exactum.core.typed.TypedDate;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.UUID;
import org.springframework.stereotype.Controller;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Billing runs: rehearse for a date, look, commit, watch, stop and go on. */
@Controller
class BillingPages {
    private static final int SHOWN = 300;
    /** So many arrangements are planned while the person waits; more are planned in the background. */
    private static final int PLANNED_AT_ONCE = 300;

    private final PlanBillingRun plan;
    private final CommitBillingRun commit;
    private final Approvals approvals;
    private final RunStore runs;
    private final FindRecurring recurring;
    private final FindCustomers customers;
    private final FindDocuments documents;
    private final Groups groups;
    private final SchedulerClient scheduler;
    private final BusinessClock clock;

    BillingPages(
            PlanBillingRun plan,
            CommitBillingRun commit,
            Approvals approvals,
            RunStore runs,
            FindRecurring recurring,
            FindCustomers customers,
            FindDocuments documents,
            Groups groups,
            SchedulerClient scheduler,
            BusinessClock clock) {
        this.plan = plan;
        this.commit = commit;
        this.approvals = approvals;
        this.runs = runs;
        this.recurring = recurring;
        this.customers = customers;
        this.documents = documents;
        this.groups = groups;
        this.scheduler = scheduler;
        this.clock = clock;
    }

    /**
     * A row of a run.
     *
     * @param state planned, issued or left out
     * @param number of the invoice it made, or null
     * @param draft that it made, while it is one, or null
     */
    record Row(
            PlannedItem item,
            String customer,
            String recurring,
            String state,
            String reason,
            String number,
            DocumentId draft) {}

    @GetMapping("/billing-runs")
    String list(BusinessId business, Model model) {
        model.addAttribute("runs", runs.latest(business, 60));
        model.addAttribute("today", Texts.day(clock.today(business)));
        model.addAttribute("groups", groups.all(business));
        return "billing/list";
    }

    /** The next thing to do on the day sheet: a rehearsal for today. */
    @PostMapping("/billing-runs/today")
    @Needs(Power.DOCUMENTS)
    @Transactional
    String rehearseToday(BusinessId business) {
        return begin(business, clock.today(business), "", null);
    }

    @PostMapping("/billing-runs")
    @Needs(Power.DOCUMENTS)
    @Transactional
    String rehearse(
            BusinessId business,
            @RequestParam String date,
            @RequestParam(defaultValue = "") String words,
            @RequestParam(required = false) UUID group) {
        LocalDate day = TypedDate.parse(date, clock.today(business));
        if (day.isAfter(clock.today(business)))
            throw new Refusal(
                            "run.day-to-come",
                            "%s has not come. The forecast shows what will be made by then.".formatted(Texts.day(day)))
                    .at("date");
        return begin(business, day, words.strip(), group);
    }

    private String begin(BusinessId business, LocalDate day, String words, UUID group) {
        RunId run = plan.begin(business, day, words, group);
        if (recurring.waiting(business, day).count() <= PLANNED_AT_ONCE) plan.plan(business, run);
        else BillingJob.schedulePlan(scheduler, business, run);
        return "redirect:/billing-runs/" + run;
    }

    @GetMapping("/billing-runs/{id}")
    String one(BusinessId business, @PathVariable RunId id, @RequestParam(defaultValue = "1") int from, Model model) {
        BillingRun run = runs.find(business, id).orElseThrow(NotHere::new);
        int last = from + SHOWN - 1;
        List<PlannedItem> items = runs.items(business, id, from, last);
        model.addAttribute("run", run);
        model.addAttribute("rows", rows(business, run, items, from, last));
        model.addAttribute("from", from);
        model.addAttribute("before", from > 1 ? Math.max(1, from - SHOWN) : 0);
        model.addAttribute("next", run.planned() > last ? last + 1 : 0);
        model.addAttribute("held", runs.held(business, id));
        model.addAttribute("reasons", runs.reasons(business, id));
        model.addAttribute(
                "groupName",
                groups.all(business).stream()
                        .filter(g -> g.id().equals(run.filter().group()))
                        .findFirst()
                        .map(Groups.Group::name)
                        .orElse(""));
        model.addAttribute("now", OffsetDateTime.now());
        model.addAttribute(
                "approval",
                approvals.last(business, ApprovalKind.BILLING_RUN, id.value()).orElse(null));
        return "billing/run";
    }

    @GetMapping("/billing-runs/{id}/progress")
    String progress(BusinessId business, @PathVariable RunId id, Model model) {
        model.addAttribute("run", runs.find(business, id).orElseThrow(NotHere::new));
        model.addAttribute("now", OffsetDateTime.now());
        return "billing/progress :: line";
    }

    @PostMapping("/billing-runs/{id}/commit")
    @Needs(Power.DOCUMENTS)
    @Transactional
    String commit(BusinessId business, @PathVariable RunId id) {
        runs.find(business, id).orElseThrow(NotHere::new);
        if (commit.start(business, id)) BillingJob.scheduleRun(scheduler, business, id);
        return "redirect:/billing-runs/" + id;
    }

    @PostMapping("/billing-runs/{id}/stop")
    @Needs(Power.DOCUMENTS)
    String stop(BusinessId business, @PathVariable RunId id) {
        runs.find(business, id).orElseThrow(NotHere::new);
        commit.stop(business, id);
        return "redirect:/billing-runs/" + id;
    }

    @PostMapping("/billing-runs/{id}/go-on")
    @Needs(Power.DOCUMENTS)
    @Transactional
    String goOn(BusinessId business, @PathVariable RunId id) {
        runs.find(business, id).orElseThrow(NotHere::new);
        if (commit.goOn(business, id)) BillingJob.scheduleRun(scheduler, business, id);
        return "redirect:/billing-runs/" + id;
    }

    private List<Row> rows(BusinessId business, BillingRun run, List<PlannedItem> items, int from, int last) {
        Map<CustomerId, Customer> payers = customers.byId(
                business, items.stream().map(PlannedItem::customer).distinct().toList());
        Map<RecurringId, RecurringInvoice> arrangements = recurring.byId(
                business, items.stream().map(PlannedItem::recurring).distinct().toList());
        Map<Integer, Outcome> outcomes = runs.outcomes(business, run.id(), from, last);
        Map<DocumentId, String> numbers = documents.numbers(
                business,
                outcomes.values().stream()
                        .map(Outcome::document)
                        .filter(Objects::nonNull)
                        .toList());
        return items.stream()
                .map(i -> row(i, payers, arrangements, outcomes.get(i.itemNo()), numbers))
                .toList();
    }

    private static Row row(
            PlannedItem item,
            Map<CustomerId, Customer> payers,
            Map<RecurringId, RecurringInvoice> arrangements,
            Outcome outcome,
            Map<DocumentId, String> numbers) {
        String reason = outcome == null ? item.leftOut() : outcome.reason();
        String number = outcome == null ? null : numbers.get(outcome.document());
        String state = reason != null ? "left out" : outcome == null ? "planned" : number == null ? "draft" : "issued";
        return new Row(
                item,
                payers.get(item.customer()).name(),
                arrangements.get(item.recurring()).name(),
                state,
                reason,
                number,
                state.equals("draft") ? outcome.document() : null);
    }
}
