package exactum.app.recurring;

import exactum.app.clock.BusinessClock;
import exactum.app.customers.Customer;
import exactum.app.customers.CustomerDraft;
import exactum.app.customers.CustomerStore;
import exactum.app.customers.KeepCustomer;
import exactum.app.ids.Ids;
import exactum.app.security.SignedIn;
import exactum.app.setup.SetupStore;
import exactum.app.setup.Terms;
import exactum.app.text.Texts;
import exactum.core.cadence.Cadence;
import exactum.core.cadence.Coverage;
import exactum.core.document.Line;
import exactum.core.document.TaxRate;
import exactum.core.document.TaxRates;
import exactum.core.document.Totals;
import exactum.core.money.Money;
import jakarta.servlet.http.HttpServletResponse;
import java.time.DayOfWeek;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Recurring invoices: the list, and the paper they are typed on. */
@Controller
class RecurringPages {
    private static final int FOUND = 8;
    private final RecurringStore store;
    private final KeepRecurringInvoice keep;
    private final CustomerStore customers;
    private final KeepCustomer keepCustomer;
    private final SetupStore setup;
    private final Drafts drafts;
    private final BusinessClock clock;

    RecurringPages(
            RecurringStore store,
            KeepRecurringInvoice keep,
            CustomerStore customers,
            KeepCustomer keepCustomer,
            SetupStore setup,
            Drafts drafts,
            BusinessClock clock) {
        this.store = store;
        this.keep = keep;
        this.customers = customers;
        this.keepCustomer = keepCustomer;
        this.setup = setup;
        this.drafts = drafts;
        this.clock = clock;
    }

    /** A row of the list; {@code stop} is what would hold its next invoice back, or null. */
    record Row(
            UUID id,
            String name,
            String customer,
            String cadence,
            String next,
            String made,
            String sum,
            long minor,
            String end,
            String state,
            String stop) {}

    @GetMapping("/recurring")
    String list(@RequestParam(defaultValue = "") String q, Model model) {
        TaxRates rates = setup.taxRates();
        List<RecurringStore.Listed> listed = store.list(q);
        List<Row> rows = listed.stream().map(l -> row(l, rates)).toList();
        model.addAttribute("rows", rows);
        model.addAttribute(
                "total",
                Texts.amount(
                        setup.business().currency(),
                        rows.stream().mapToLong(Row::minor).sum()));
        model.addAttribute("q", q);
        return "recurring/list";
    }

    @GetMapping("/recurring/new")
    String fresh(
            @RequestParam Optional<UUID> customer,
            @RequestParam(defaultValue = "false") boolean afresh,
            @AuthenticationPrincipal SignedIn user,
            Model model) {
        if (afresh) drafts.drop(user.login(), "new");
        Map<String, String> fields = new HashMap<>(
                drafts.find(user.login(), "new").filter(draft -> !isKept(draft)).orElse(Map.of()));
        model.addAttribute("fromDraft", !fields.isEmpty());
        fields.putIfAbsent("key", Ids.next().toString());
        customer.ifPresent(c -> fields.put("customer", c.toString()));
        show(new RecurringForm(fields, currency(fields), clock.today()), null, model);
        return "recurring/paper";
    }

    /** A last keystroke may be saved after its paper was kept. */
    private boolean isKept(Map<String, String> draft) {
        return new RecurringForm(draft, currency(draft), clock.today())
                .key()
                .flatMap(store::find)
                .isPresent();
    }

    @GetMapping("/recurring/{id}")
    String one(@PathVariable UUID id, @AuthenticationPrincipal SignedIn user, Model model) {
        RecurringInvoice recurring = store.find(id).orElseThrow(exactum.app.frame.NotHere::new);
        RecurringForm form = drafts.find(user.login(), id.toString())
                .map(f -> new RecurringForm(f, recurring.currency(), clock.today()))
                .orElse(null);
        model.addAttribute("fromDraft", form != null);
        show(form != null ? form : RecurringForm.of(recurring, clock.today()), recurring, model);
        return "recurring/paper";
    }

    /** Each pause in typing comes here: the draft is saved and the computed parts come back. */
    @PostMapping("/recurring/typed")
    String typed(@RequestParam Map<String, String> f, @AuthenticationPrincipal SignedIn user, Model model) {
        RecurringInvoice recurring = f.getOrDefault("id", "").isEmpty()
                ? null
                : store.find(UUID.fromString(f.get("id"))).orElseThrow(exactum.app.frame.NotHere::new);
        fillFromItems(f);
        drafts.save(user.login(), recurring == null ? "new" : recurring.id().toString(), f);
        show(new RecurringForm(f, currency(f), clock.today()), recurring, model);
        return "recurring/paper :: typed";
    }

    @PostMapping("/recurring")
    String keep(@RequestParam Map<String, String> f, @AuthenticationPrincipal SignedIn user) {
        RecurringForm form = new RecurringForm(f, currency(f), clock.today());
        UUID id = keep.add(form.toRecurring(
                form.key().orElse(null), 0, "active", 1, setup.chosenTerms().id()));
        drafts.drop(user.login(), "new");
        return "redirect:/recurring/" + id;
    }

    @PostMapping("/recurring/{id}")
    String change(
            @PathVariable UUID id,
            @RequestParam int revision,
            @RequestParam Map<String, String> f,
            @AuthenticationPrincipal SignedIn user) {
        RecurringInvoice before = store.find(id).orElseThrow(exactum.app.frame.NotHere::new);
        RecurringForm form = new RecurringForm(f, before.currency(), clock.today());
        keep.change(form.toRecurring(
                id,
                before.nextIndex(),
                before.state(),
                revision,
                setup.chosenTerms().id()));
        drafts.drop(user.login(), id.toString());
        return "redirect:/recurring/" + id;
    }

    @PostMapping("/recurring/{id}/put-back")
    String putBack(@PathVariable String id, @AuthenticationPrincipal SignedIn user) {
        drafts.drop(user.login(), id);
        return "redirect:/recurring/" + id;
    }

    @PostMapping("/recurring/{id}/pause")
    String pause(@PathVariable UUID id, @RequestParam int revision, @RequestParam boolean paused) {
        keep.setPaused(id, revision, paused);
        return "redirect:/recurring/" + id;
    }

    /** Customers found while composing, with the offer to make a new one of what was typed. */
    @GetMapping("/recurring/customers")
    String findCustomer(@RequestParam(name = "who", defaultValue = "") String words, Model model) {
        model.addAttribute("found", words.isBlank() ? List.of() : customers.search(words, FOUND));
        model.addAttribute("words", words.strip());
        model.addAttribute("business", setup.business());
        return "recurring/chooser :: found";
    }

    /** A customer made without leaving the paper. */
    @PostMapping("/recurring/customers")
    String addCustomer(@RequestParam Map<String, String> f, HttpServletResponse response, Model model) {
        response.setHeader("HX-Trigger-After-Swap", "retype");
        var business = setup.business();
        Customer made = keepCustomer.add(new CustomerDraft(
                "",
                f.getOrDefault("newName", "").strip(),
                f.getOrDefault("newKind", "person"),
                f.getOrDefault("newEmail", "").strip(),
                f.getOrDefault("newAddress", "").strip().replace("\r\n", "\n"),
                business.country(),
                business.currency(),
                ""));
        model.addAttribute("customer", made);
        return "recurring/chooser :: chosen";
    }

    /** The field to choose another customer. */
    @GetMapping("/recurring/customers/choose")
    String choose() {
        return "recurring/chooser :: choose";
    }

    @GetMapping("/recurring/customers/{id}")
    String chooseCustomer(@PathVariable UUID id, HttpServletResponse response, Model model) {
        response.setHeader("HX-Trigger-After-Swap", "retype");
        model.addAttribute("customer", customers.find(id).orElseThrow(exactum.app.frame.NotHere::new));
        return "recurring/chooser :: chosen";
    }

    private void show(RecurringForm form, RecurringInvoice recurring, Model model) {
        Customer customer = form.get("customer").isEmpty()
                ? null
                : customers.find(UUID.fromString(form.get("customer"))).orElse(null);
        List<Terms> terms = setup.terms();
        Terms chosen = terms.stream()
                .filter(t -> t.id().toString().equals(form.get("terms")))
                .findFirst()
                .orElseGet(setup::chosenTerms);
        int nextIndex = recurring == null
                ? 0
                : form.recurrence().map(r -> keep.nextIndex(recurring.id(), r)).orElse(recurring.nextIndex());
        model.addAttribute("title", recurring == null ? "New recurring invoice" : recurring.name());
        model.addAttribute("form", form);
        model.addAttribute("recurring", recurring);
        model.addAttribute("customer", customer);
        model.addAttribute("business", setup.business());
        model.addAttribute("termsList", terms);
        model.addAttribute("chosenTerms", chosen);
        model.addAttribute("items", setup.items());
        model.addAttribute(
                "rates",
                setup.taxRates().rates().stream()
                        .filter(r -> r.isValidOn(clock.today()))
                        .sorted(Comparator.comparing(TaxRate::percent).reversed())
                        .toList());
        model.addAttribute("units", Cadence.Unit.values());
        model.addAttribute("coverages", Coverage.values());
        model.addAttribute("weekdays", DayOfWeek.values());
        model.addAttribute(
                "paper",
                Paper.of(
                        form,
                        setup.taxRates(),
                        chosen.rule(),
                        nextIndex,
                        clock.today(),
                        customer == null ? null : customer.email()));
    }

    /** A line whose item was just chosen takes the item's words, unit, price, tax and account. */
    private void fillFromItems(Map<String, String> f) {
        var byName = new HashMap<String, exactum.app.setup.CatalogueItem>();
        setup.items().forEach(i -> byName.put(i.name(), i));
        for (int i = 0; i < 40; i++) {
            var item = byName.get(f.getOrDefault("text" + i, "").strip());
            if (item == null || item.id().toString().equals(f.get("item" + i))) continue;
            f.put("item" + i, item.id().toString());
            f.put("unit" + i, item.unit());
            f.put("price" + i, item.price().text());
            f.put("tax" + i, item.taxCode());
            f.put("account" + i, item.incomeAccount());
        }
    }

    private java.util.Currency currency(Map<String, String> fields) {
        String customer = fields.getOrDefault("customer", "");
        if (customer.isEmpty()) return setup.business().money();
        return customers
                .find(UUID.fromString(customer))
                .map(c -> java.util.Currency.getInstance(c.currency()))
                .orElse(setup.business().money());
    }

    private Row row(RecurringStore.Listed l, TaxRates rates) {
        RecurringInvoice r = l.recurring();
        var date = l.nextDate() == null ? clock.today() : l.nextDate();
        Money gross = Totals.of(
                        r.currency(),
                        r.lines().stream()
                                .map(x -> new Line(
                                        x.description(),
                                        x.quantity(),
                                        x.unit(),
                                        x.price(),
                                        rates.on(x.taxCode(), date),
                                        x.incomeAccount()))
                                .toList())
                .gross();
        String end = switch (r.recurrence().end()) {
            case exactum.core.cadence.Recurrence.End.Never never -> "";
            case exactum.core.cadence.Recurrence.End.OnDate on -> Texts.day(on.last());
            case exactum.core.cadence.Recurrence.End.After after -> "after " + after.count();
        };
        return new Row(
                r.id(),
                r.name(),
                l.customerName(),
                r.recurrence().cadence().words(),
                Texts.day(l.nextDate()),
                Texts.day(l.nextMakeOn()),
                gross.text(),
                gross.minor(),
                end,
                r.state(),
                l.customerEmail() == null ? "no address: its message will wait" : null);
    }
}
