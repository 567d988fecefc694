package exactum.app.debits;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import exactum.app.approvals.ApprovalKind;
import exactum.app.approvals.Approvals;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.customers.Groups;
import exactum.app.setup.BankAccount;
import exactum.app.setup.FreeAccounts;
import exactum.app.setup.Tags;
import exactum.app.web.NotHere;
import exactum.app.web.TypedForm;
import exactum.core.collection.ExpectedBack;
import exactum.core.collection.Retrying;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DebitRunId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.scheme.Scheme;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** Runs of collections over mandates: rehearse, look, commit, hand over, withdraw. */
@Controller
class DebitRunPages {
    private static final int SHOWN = 300;
    private static final int SMALL = 2_000;
    private final PlanDebitRun plan;
    private final CommitDebitRun commit;
    private final HandOver handOver;
    private final WithdrawRun withdraw;
    private final DebitRunStore runs;
    private final DebitStore debits;
    private final DebitGroupStore groupStore;
    private final DebitFileStore files;
    private final HistoryStore history;
    private final DebitSettingStore settings;
    private final DebitSettingsOf change;
    private final RunBank bank;
    private final Approvals approvals;
    private final Groups groups;
    private final SchedulerClient scheduler;
    private final FreeAccounts free;
    private final Tags tags;

    DebitRunPages(
            PlanDebitRun plan,
            CommitDebitRun commit,
            HandOver handOver,
            WithdrawRun withdraw,
            DebitRunStore runs,
            DebitStore debits,
            DebitGroupStore groupStore,
            DebitFileStore files,
            HistoryStore history,
            DebitSettingStore settings,
            DebitSettingsOf change,
            RunBank bank,
            Approvals approvals,
            Groups groups,
            SchedulerClient scheduler,
            FreeAccounts free,
            Tags tags) {
        this.plan = plan;
        this.commit = commit;
        this.handOver = handOver;
        this.withdraw = withdraw;
        this.runs = runs;
        this.debits = debits;
        this.groupStore = groupStore;
        this.files = files;
        this.history = history;
        this.settings = settings;
        this.change = change;
        this.bank = bank;
        this.approvals = approvals;
        this.groups = groups;
        this.scheduler = scheduler;
        this.free = free;
        this.tags = tags;
    }

    @GetMapping("/debit-runs")
    String list(BusinessId business, Model model) {
        LocalDate today = bank.now(business).toLocalDate();
        model.addAttribute("runs", runs.latest(business, 200));
        model.addAttribute(
                "schemes", Arrays.stream(Scheme.values()).map(Scheme::words).toList());
        model.addAttribute("groups", groups.all(business));
        model.addAttribute("until", today.plusDays(settings.of(business).horizonDays()));
        model.addAttribute("canCollect", bank.canCollect(business));
        return "debits/list";
    }

    @PostMapping("/debit-runs")
    @Needs(Power.COLLECTING)
    String rehearse(BusinessId business, @RequestParam Map<String, String> fields) {
        LocalDate today = bank.now(business).toLocalDate();
        Asked asked = TypedForm.read(fields, f -> asked(f, today, business));
        return "redirect:/debit-runs/" + plan.rehearse(business, asked.scheme(), asked.until(), asked.filter());
    }

    private record Asked(Scheme scheme, LocalDate until, DebitRun.Filter filter) {}

    private Asked asked(TypedForm f, LocalDate today, BusinessId business) {
        List<String> schemes = Arrays.stream(Scheme.values()).map(Scheme::words).toList();
        String chosen = f.text("scheme").isEmpty() ? schemes.getFirst() : f.oneOf("scheme", "scheme", schemes);
        LocalDate until = f.text("until").isEmpty()
                ? today.plusDays(settings.of(business).horizonDays())
                : f.date("until", "day", today);
        Scheme scheme = schemes.contains(chosen) ? Scheme.of(chosen) : Scheme.SEPA_CORE;
        UUID group = f.idOrNone("group");
        Money most = f.text("most").isEmpty()
                ? null
                : f.money("most", "amount", scheme.rules().currency());
        List<String> documents = f.text("documents").isEmpty()
                ? List.of()
                : Arrays.stream(f.text("documents").split("[\\s,;]+")).toList();
        return new Asked(
                scheme,
                until == null ? today : until,
                new DebitRun.Filter(
                        f.text("words"),
                        group,
                        f.text("tag"),
                        most == null ? null : Long.valueOf(most.minor()),
                        documents));
    }

    @GetMapping("/debit-runs/{id}")
    String one(
            BusinessId business, @PathVariable DebitRunId id, @RequestParam(defaultValue = "1") int from, Model model) {
        DebitRun run = runs.find(business, id).orElseThrow(NotHere::new);
        List<RunItem> all = runs.items(business, id, 1, Math.max(SMALL, from + SHOWN));
        List<RunItem> shown = all.stream()
                .filter(i -> i.no() >= from)
                .sorted(Comparator.comparing((RunItem i) -> i.leftOut() != null))
                .limit(SHOWN)
                .toList();
        BankAccount account = bank.of(run);
        model.addAttribute("run", run);
        model.addAttribute("items", shown);
        model.addAttribute(
                "missed",
                runs.missedEarly(business, id, shown.stream().map(RunItem::no).toList()));
        model.addAttribute("next", run.planned() >= from + SHOWN ? from + SHOWN : 0);
        model.addAttribute("reasons", runs.reasons(business, id));
        model.addAttribute("account", account);
        model.addAttribute("file", files.ofRun(business, id).orElse(null));
        model.addAttribute("groups", groupStore.groups(business, id));
        model.addAttribute("strip", strip(run, account, all));
        model.addAttribute("expected", expected(business, all));
        model.addAttribute(
                "states",
                debits.ofRun(business, id, SMALL).stream().collect(Collectors.toMap(d -> d.id(), d -> d.state())));
        model.addAttribute(
                "approval",
                approvals.last(business, ApprovalKind.DEBIT_RUN, id.value()).orElse(null));
        return "debits/run";
    }

    private RunStrip strip(DebitRun run, BankAccount account, List<RunItem> items) {
        Map<LocalDate, Money> byDay = new TreeMap<>();
        for (RunItem i : items)
            if (i.leftOut() == null) byDay.merge(i.collect().on(), i.collect().amount(), Money::plus);
        return RunStrip.of(
                run.scheme().rules(),
                run.date(),
                Math.max(1, account.profile().leadDays()),
                account.profile().cutOff(),
                byDay,
                groupStore.groups(run.business(), run.id()).stream()
                        .filter(DebitGroupStore.Group::isBooked)
                        .map(DebitGroupStore.Group::on)
                        .collect(Collectors.toSet()));
    }

    private ExpectedBack expected(BusinessId business, List<RunItem> items) {
        Map<CustomerId, ExpectedBack.Past> past = history.past(business);
        int collected =
                past.values().stream().mapToInt(ExpectedBack.Past::collected).sum();
        int back = past.values().stream().mapToInt(ExpectedBack.Past::back).sum();
        List<ExpectedBack.Item> in = items.stream()
                .filter(i -> i.leftOut() == null)
                .map(i -> new ExpectedBack.Item(
                        i.collect().amount(), past.getOrDefault(i.customer(), new ExpectedBack.Past(0, 0))))
                .toList();
        return in.isEmpty() ? null : ExpectedBack.of(in, new ExpectedBack.Past(collected, back));
    }

    @GetMapping("/debit-runs/{id}/progress")
    String progress(BusinessId business, @PathVariable DebitRunId id, Model model) {
        model.addAttribute("run", runs.find(business, id).orElseThrow(NotHere::new));
        return "debits/progress :: line";
    }

    @PostMapping("/debit-runs/{id}/commit")
    @Needs(Power.COLLECTING)
    @Transactional
    String commit(BusinessId business, @PathVariable DebitRunId id) {
        runs.find(business, id).orElseThrow(NotHere::new);
        if (commit.start(business, id)) DebitJob.schedule(scheduler, business, id);
        return "redirect:/debit-runs/" + id;
    }

    @PostMapping("/debit-runs/{id}/hand-over")
    @Needs(Power.COLLECTING)
    String handOver(BusinessId business, @PathVariable DebitRunId id) {
        runs.find(business, id).orElseThrow(NotHere::new);
        handOver.handOver(business, id);
        return "redirect:/debit-runs/" + id;
    }

    @PostMapping("/debit-runs/{id}/withdraw")
    @Needs(Power.COLLECTING)
    String withdraw(BusinessId business, @PathVariable DebitRunId id) {
        runs.find(business, id).orElseThrow(NotHere::new);
        withdraw.withdraw(business, id);
        return "redirect:/debit-runs/" + id;
    }

    @GetMapping("/debit-runs/{id}/collections.xml")
    ResponseEntity<StreamingResponseBody> file(BusinessId business, @PathVariable DebitRunId id) {
        DebitFileStore.File file = files.ofRun(business, id).orElseThrow(NotHere::new);
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_XML)
                .contentLength(file.bytes())
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        "attachment; filename=\"" + file.reference() + "." + file.version() + ".xml\"")
                .body(out -> files.content(business, file.id(), out));
    }

    @GetMapping("/debit-runs/settings")
    String settings(BusinessId business, Model model) {
        model.addAttribute("settings", settings.of(business));
        model.addAttribute("timers", DebitSettings.Timer.values());
        model.addAttribute("accounts", free.forLines(business));
        model.addAttribute("tags", tags.usable(business));
        model.addAttribute("schemes", Scheme.values());
        model.addAttribute("today", bank.now(business).toLocalDate());
        return "debits/settings";
    }

    @PostMapping("/debit-runs/settings")
    @Needs(Power.SETUP)
    String settle(BusinessId business, @RequestParam Map<String, String> fields) {
        change.save(business, TypedForm.read(fields, f -> typed(f, charges(business, f))));
        return "redirect:/debit-runs/settings";
    }

    private static DebitSettings.Timer timer(TypedForm f) {
        List<String> codes = Arrays.stream(DebitSettings.Timer.values())
                .map(DebitSettings.Timer::code)
                .toList();
        String chosen = f.oneOf("timer", "what is done by itself", codes);
        return codes.contains(chosen) ? DebitSettings.Timer.of(chosen) : DebitSettings.Timer.OFF;
    }

    private DebitSettings.Charges charges(BusinessId business, TypedForm f) {
        List<String> codes =
                free.forLines(business).stream().map(a -> a.code().value()).toList();
        String account = f.text("chargeAccount").isEmpty() ? "" : f.oneOf("chargeAccount", "account", codes);
        List<String> chosen = f.raw("chargeTags").isBlank()
                ? List.of()
                : f.parsed("chargeTags", "tags", t -> Tags.read(t, tags.usable(business)));
        return new DebitSettings.Charges(
                codes.contains(account) ? new AccountCode(account) : null, chosen == null ? List.of() : chosen);
    }

    private static DebitSettings typed(TypedForm f, DebitSettings.Charges charges) {
        int tries = f.whole("mostTries", 1);
        int after = f.whole("retryAfterDays", 2);
        int horizon = f.whole("horizonDays", 2);
        var euro = Scheme.SEPA_CORE.rules().currency();
        Money least = f.money("least", "smallest amount", euro);
        Money fee = f.money("fee", "fee", euro);
        if (tries > 5) f.refuse("mostTries", "debit.tries", "At most 5 more tries are possible. Nothing was saved.");
        if (after < 1 || after > 60)
            f.refuse("retryAfterDays", "debit.after", "Between 1 and 60 banking days are possible. Nothing was saved.");
        if (horizon < 1 || horizon > 60)
            f.refuse("horizonDays", "debit.horizon", "Between 1 and 60 days are possible. Nothing was saved.");
        if (least != null && least.isNegative() || fee != null && fee.isNegative())
            f.refuse("least", "debit.negative", "Amounts below zero are not possible. Nothing was saved.");
        return new DebitSettings(
                new Retrying.Policy(Math.min(tries, 5), Math.max(after, 1)),
                least == null ? 0 : least.minor(),
                horizon,
                f.has("together"),
                timer(f),
                fee == null ? 0 : fee.minor(),
                charges);
    }
}
