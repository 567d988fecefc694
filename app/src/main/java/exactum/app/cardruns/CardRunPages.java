package exactum.app.cardruns;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import exactum.app.approvals.ApprovalKind;
import exactum.app.approvals.Approvals;
import exactum.app.audit.Audit;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.installation.BusinessClock;
import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.app.web.NotHere;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CardRunId;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Comparator;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Runs that charge cards on file: rehearse, look, charge. */
@Controller
class CardRunPages {
    private static final int SHOWN = 300;
    private final PlanCardRun plan;
    private final ChargeCardRun charge;
    private final CardRunStore runs;
    private final CardSettingStore settings;
    private final FindSetup setup;
    private final Approvals approvals;
    private final SchedulerClient scheduler;
    private final BusinessClock clock;
    private final Audit audit;

    CardRunPages(
            PlanCardRun plan,
            ChargeCardRun charge,
            CardRunStore runs,
            CardSettingStore settings,
            FindSetup setup,
            Approvals approvals,
            SchedulerClient scheduler,
            BusinessClock clock,
            Audit audit) {
        this.plan = plan;
        this.charge = charge;
        this.runs = runs;
        this.settings = settings;
        this.setup = setup;
        this.approvals = approvals;
        this.scheduler = scheduler;
        this.clock = clock;
        this.audit = audit;
    }

    @GetMapping("/card-runs")
    String list(BusinessId business, Model model) {
        model.addAttribute("runs", runs.latest(business, 200));
        model.addAttribute("currencies", currencies(business));
        model.addAttribute("until", clock.today(business));
        model.addAttribute("settings", settings.of(business));
        model.addAttribute("timers", CardSettings.Timer.values());
        model.addAttribute("moments", CardSettings.Moment.values());
        return "cardruns/list";
    }

    private List<String> currencies(BusinessId business) {
        return setup.processors(business).stream()
                .filter(ProcessorAccount::isOn)
                .map(p -> p.currency().getCurrencyCode())
                .distinct()
                .toList();
    }

    private record Asked(Currency currency, LocalDate until, String words) {}

    @PostMapping("/card-runs")
    @Needs(Power.COLLECTING)
    String rehearse(BusinessId business, @RequestParam Map<String, String> fields) {
        LocalDate today = clock.today(business);
        Asked asked = TypedForm.read(
                fields,
                f -> new Asked(
                        Currency.getInstance(f.oneOf("currency", "currency", currencies(business))),
                        f.raw("until").isBlank() ? today : f.date("until", "day", today),
                        f.text("words")));
        return "redirect:/card-runs/" + plan.rehearse(business, asked.currency(), asked.until(), asked.words());
    }

    @GetMapping("/card-runs/{id}")
    String one(
            BusinessId business, @PathVariable CardRunId id, @RequestParam(defaultValue = "1") int from, Model model) {
        CardRun run = runs.find(business, id).orElseThrow(NotHere::new);
        List<CardRunItem> shown = runs.items(business, id, from, SHOWN).stream()
                .sorted(Comparator.comparing((CardRunItem i) -> i.out() != null))
                .toList();
        model.addAttribute("run", run);
        model.addAttribute("items", shown);
        model.addAttribute("next", run.planned() >= from + SHOWN ? from + SHOWN : 0);
        model.addAttribute("reasons", runs.reasons(business, id));
        model.addAttribute(
                "approval",
                approvals.last(business, ApprovalKind.CARD_RUN, id.value()).orElse(null));
        return "cardruns/run";
    }

    @GetMapping("/card-runs/{id}/progress")
    String progress(BusinessId business, @PathVariable CardRunId id, Model model) {
        model.addAttribute("run", runs.find(business, id).orElseThrow(NotHere::new));
        return "cardruns/run :: progress";
    }

    @PostMapping("/card-runs/{id}/charge")
    @Needs(Power.COLLECTING)
    @Transactional
    public String charge(BusinessId business, @PathVariable CardRunId id) {
        runs.find(business, id).orElseThrow(NotHere::new);
        if (charge.start(business, id)) CardRunJob.schedule(scheduler, business, id);
        return "redirect:/card-runs/" + id;
    }

    @PostMapping("/card-runs/{id}/drop")
    @Needs(Power.COLLECTING)
    String drop(BusinessId business, @PathVariable CardRunId id) {
        runs.find(business, id).orElseThrow(NotHere::new);
        plan.drop(business, id);
        return "redirect:/card-runs";
    }

    @PostMapping("/card-runs/settings")
    @Needs(Power.SETUP)
    @Transactional
    public String settings(BusinessId business, @RequestParam Map<String, String> fields) {
        CardSettings typed = TypedForm.read(
                fields,
                f -> new CardSettings(
                        CardSettings.Timer.of(f.oneOf(
                                "timer",
                                "what is done by itself",
                                Arrays.stream(CardSettings.Timer.values())
                                        .map(CardSettings.Timer::code)
                                        .toList())),
                        CardSettings.Moment.of(f.oneOf(
                                "moment",
                                "when it is charged",
                                Arrays.stream(CardSettings.Moment.values())
                                        .map(CardSettings.Moment::code)
                                        .toList())),
                        Math.max(
                                0,
                                f.money("least", "smallest amount", Currency.getInstance("EUR"))
                                        .minor())));
        settings.save(business, typed);
        audit.record(business, "changed how cards on file are charged", typed.toString());
        return "redirect:/card-runs";
    }
}
