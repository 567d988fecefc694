package exactum.app.billing;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import exactum.app.clock.BusinessClock;
import exactum.app.customers.Customer;
import exactum.app.customers.CustomerStore;
import exactum.app.documents.InvoiceStore;
import exactum.app.frame.NotHere;
import exactum.app.recurring.RecurringInvoice;
import exactum.app.recurring.RecurringStore;
import exactum.app.text.Texts;
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

/** Billing runs: rehearse for a date, look, commit, watch. */
@Controller
class BillingPages {
    private static final int SHOWN = 300;
    private final PlanBillingRun plan;
    private final CommitBillingRun commit;
    private final BillingStore runs;
    private final RecurringStore recurring;
    private final CustomerStore customers;
    private final InvoiceStore invoices;
    private final SchedulerClient scheduler;
    private final BusinessClock clock;

    BillingPages(
            PlanBillingRun plan,
            CommitBillingRun commit,
            BillingStore runs,
            RecurringStore recurring,
            CustomerStore customers,
            InvoiceStore invoices,
            SchedulerClient scheduler,
            BusinessClock clock) {
        this.plan = plan;
        this.commit = commit;
        this.runs = runs;
        this.recurring = recurring;
        this.customers = customers;
        this.invoices = invoices;
        this.scheduler = scheduler;
        this.clock = clock;
    }

    /** A row of a run. */
    record Row(
            String customer,
            String recurring,
            UUID recurringId,
            String date,
            String due,
            String amount,
            long minor,
            String sent,
            String state,
            String reason,
            String number) {}

    @GetMapping("/billing-runs")
    String list(Model model) {
        model.addAttribute("runs", runs.latest(60));
        model.addAttribute("today", Texts.day(clock.today()));
        return "billing/list";
    }

    @PostMapping("/billing-runs")
    String rehearse(@RequestParam String date) {
        LocalDate day = TypedDate.parse(date, clock.today());
        if (day.isAfter(clock.today())) {
            throw new Refusal(
                    "billing.future",
                    "%s is not here yet. Nothing was planned. A run can be rehearsed for today or before."
                            .formatted(Texts.day(day)));
        }
        return "redirect:/billing-runs/" + plan.plan(day);
    }

    @GetMapping("/billing-runs/{id}")
    String one(@PathVariable UUID id, Model model) {
        BillingRun run = runs.find(id).orElseThrow(NotHere::new);
        List<PlannedItem> items = runs.items(id, 1, SHOWN);
        Map<UUID, Customer> payers = customers.byId(
                items.stream().map(PlannedItem::customerId).distinct().toList());
        Map<UUID, RecurringInvoice> arrangements = recurring.byId(
                items.stream().map(PlannedItem::recurringId).distinct().toList());
        Map<UUID, String> numbers = invoices.numbers(items.stream()
                .map(PlannedItem::invoiceId)
                .filter(Objects::nonNull)
                .toList());
        model.addAttribute("run", run);
        model.addAttribute(
                "rows",
                items.stream().map(i -> row(i, payers, arrangements, numbers)).toList());
        model.addAttribute("notShown", Math.max(0, run.planned() - items.size()));
        model.addAttribute("held", runs.heldCount(id));
        model.addAttribute("now", OffsetDateTime.now());
        return "billing/run";
    }

    @GetMapping("/billing-runs/{id}/progress")
    String progress(@PathVariable UUID id, Model model) {
        model.addAttribute("run", runs.find(id).orElseThrow(NotHere::new));
        model.addAttribute("now", OffsetDateTime.now());
        return "billing/progress :: line";
    }

    @PostMapping("/billing-runs/{id}/commit")
    @Transactional
    String commit(@PathVariable UUID id) {
        if (commit.start(id)) BillingJob.schedule(scheduler, id);
        return "redirect:/billing-runs/" + id;
    }

    private static Row row(
            PlannedItem i,
            Map<UUID, Customer> payers,
            Map<UUID, RecurringInvoice> arrangements,
            Map<UUID, String> numbers) {
        return new Row(
                payers.get(i.customerId()).name(),
                arrangements.get(i.recurringId()).name(),
                i.recurringId(),
                Texts.day(i.invoiceDate()),
                Texts.day(i.dueDate()),
                i.gross().text(),
                i.gross().minor(),
                i.sentTo() == null ? "held: no address" : "PDF and link to " + i.sentTo(),
                i.state(),
                i.reason(),
                i.invoiceId() == null ? null : numbers.get(i.invoiceId()));
    }
}
