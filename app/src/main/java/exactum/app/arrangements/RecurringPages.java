package exactum.app.arrangements;

import exactum.app.business.Business;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.customers.Customer;
import exactum.app.customers.Delivery;
import exactum.app.customers.FindCustomers;
import exactum.app.customers.Mail;
import exactum.app.customers.PaysBy;
import exactum.app.database.Ids;
import exactum.app.database.Slice;
import exactum.app.documents.Draft;
import exactum.app.documents.FormDrafts;
import exactum.app.documents.PaperRows;
import exactum.app.documents.PaperSettings;
import exactum.app.documents.Prepared;
import exactum.app.documents.PreparedDocuments;
import exactum.app.documents.TypedLines;
import exactum.app.installation.BusinessClock;
import exactum.app.mandates.MandateRemarks;
import exactum.app.security.SignedIn;
import exactum.app.setup.FindSetup;
import exactum.app.setup.KeptTerms;
import exactum.app.web.NotHere;
import exactum.app.web.Pager;
import exactum.core.arrangement.Basis;
import exactum.core.arrangement.WhenUnread;
import exactum.core.cadence.Cadence;
import exactum.core.cadence.Coverage;
import exactum.core.cadence.Occurrence;
import exactum.core.cadence.Proration;
import exactum.core.cadence.Recurrence;
import exactum.core.cadence.Shift;
import exactum.core.calendar.Clearing;
import exactum.core.document.PriceMode;
import exactum.core.document.TaxRate;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.Id;
import exactum.core.ids.RecurringId;
import exactum.core.ids.TermsId;
import exactum.core.working.Working;
import java.time.DayOfWeek;
import java.time.LocalDate;
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
    private static final String NEW = "new recurring invoice";
    private final FindRecurring recurring;
    private final RecurringList list;
    private final SaveRecurring save;
    private final FindCustomers customers;
    private final FindSetup setup;
    private final PaperSettings settings;
    private final PreparedDocuments prepared;
    private final FormDrafts typed;
    private final MandateRemarks remarks;
    private final BusinessClock clock;

    RecurringPages(
            FindRecurring recurring,
            RecurringList list,
            SaveRecurring save,
            FindCustomers customers,
            FindSetup setup,
            PaperSettings settings,
            PreparedDocuments prepared,
            FormDrafts typed,
            MandateRemarks remarks,
            BusinessClock clock) {
        this.recurring = recurring;
        this.list = list;
        this.save = save;
        this.customers = customers;
        this.setup = setup;
        this.settings = settings;
        this.prepared = prepared;
        this.typed = typed;
        this.remarks = remarks;
        this.clock = clock;
    }

    @GetMapping("/recurring")
    String list(
            BusinessId business,
            @RequestParam(defaultValue = "") String q,
            @RequestParam(required = false) RecurringState state,
            @RequestParam(defaultValue = "1") int from,
            Model model) {
        Slice slice = Slice.page(from);
        RecurringList.Shown shown = list.of(business, new FindRecurring.Filter(q, state), slice);
        model.addAttribute("state", state);
        model.addAttribute("states", recurring.states(business));
        model.addAttribute("list", shown);
        model.addAttribute("pager", Pager.of(slice, shown.rows().size(), shown.count()));
        model.addAttribute("q", q);
        return "arrangements/list";
    }

    @GetMapping("/recurring/new")
    @Needs(Power.ARRANGEMENTS)
    String fresh(
            Business business,
            @RequestParam Optional<CustomerId> customer,
            @RequestParam(defaultValue = "false") boolean over,
            @AuthenticationPrincipal SignedIn user,
            Model model) {
        if (over) typed.drop(business.id(), user.login(), NEW);
        Map<String, String> fields = new HashMap<>(typed.find(business.id(), user.login(), NEW)
                .filter(f -> !isSaved(business.id(), f))
                .orElse(Map.of()));
        model.addAttribute("typedBefore", !fields.isEmpty());
        fields.putIfAbsent("key", Ids.next().toString());
        customer.ifPresent(c -> fields.put("customer", c.toString()));
        show(business, fields, null, PaperRows.fresh(), model);
        return "arrangements/paper";
    }

    /** A last keystroke may be stored after its paper was saved. */
    private boolean isSaved(BusinessId business, Map<String, String> fields) {
        String key = fields.getOrDefault("key", "");
        return key.matches("[0-9a-f-]{36}")
                && recurring.find(business, RecurringId.valueOf(key)).isPresent();
    }

    @GetMapping("/recurring/{id}")
    String one(Business business, @PathVariable RecurringId id, @AuthenticationPrincipal SignedIn user, Model model) {
        RecurringInvoice one = recurring.find(business.id(), id).orElseThrow(NotHere::new);
        Map<String, String> saved = RecurringForm.fields(one);
        Map<String, String> fields =
                typed.find(business.id(), user.login(), id.toString()).orElse(saved);
        model.addAttribute("typedBefore", !fields.equals(saved));
        show(business, fields, one, PaperRows.fresh(), model);
        return "arrangements/paper";
    }

    /** Each pause in typing comes here: what is typed is stored, and the computed parts come back. */
    @PostMapping("/recurring/typed")
    @Needs(Power.ARRANGEMENTS)
    String typed(
            Business business,
            @RequestParam Map<String, String> fields,
            @AuthenticationPrincipal SignedIn user,
            Model model) {
        String id = fields.getOrDefault("id", "");
        RecurringInvoice one = id.isEmpty()
                ? null
                : recurring.find(business.id(), RecurringId.valueOf(id)).orElseThrow(NotHere::new);
        PaperRows page = PaperRows.on(fields);
        settings.follow(fields);
        prepared.add(business.id(), fields);
        TypedLines.fillFromItems(fields, settings.items(business.id(), fields), settings.sale(business, fields));
        typed.save(business.id(), user.login(), id.isEmpty() ? NEW : id, fields);
        show(business, fields, one, page, model);
        return "arrangements/paper :: typed";
    }

    @PostMapping("/recurring")
    @Needs(Power.ARRANGEMENTS)
    String save(Business business, @RequestParam Map<String, String> fields, @AuthenticationPrincipal SignedIn user) {
        RecurringForm form = form(business, fields);
        TermsId usual = settings.usualTerms(business.id(), form);
        var id = new RecurringId(form.key().orElseGet(Ids::next));
        save.add(business.id(), form.toRecurring(id, RecurringInvoice.Progress.FRESH, 1, usual));
        typed.drop(business.id(), user.login(), NEW);
        return "redirect:/recurring/" + id;
    }

    @PostMapping("/recurring/{id}")
    @Needs(Power.ARRANGEMENTS)
    String change(
            Business business,
            @PathVariable RecurringId id,
            @RequestParam int revision,
            @RequestParam Optional<Integer> over,
            @RequestParam Map<String, String> fields,
            @AuthenticationPrincipal SignedIn user) {
        RecurringInvoice before = recurring.find(business.id(), id).orElseThrow(NotHere::new);
        RecurringForm form = form(business, fields);
        save.change(
                business.id(),
                form.toRecurring(
                        id, before.progress(), over.orElse(revision), settings.usualTerms(business.id(), form)));
        typed.drop(business.id(), user.login(), id.toString());
        return "redirect:/recurring/" + id;
    }

    @PostMapping("/recurring/{id}/discard")
    @Needs(Power.ARRANGEMENTS)
    String discard(BusinessId business, @PathVariable RecurringId id, @AuthenticationPrincipal SignedIn user) {
        recurring.find(business, id).orElseThrow(NotHere::new);
        typed.drop(business, user.login(), id.toString());
        return "redirect:/recurring/" + id;
    }

    private RecurringForm form(Business business, Map<String, String> fields) {
        return new RecurringForm(fields, settings.of(business, fields));
    }

    private void show(
            Business business, Map<String, String> fields, RecurringInvoice one, PaperRows page, Model model) {
        BusinessId id = business.id();
        RecurringForm form = form(business, fields);
        UUID chosenCustomer = form.get("customer").isEmpty() ? null : Id.parse(form.get("customer"));
        Customer customer = chosenCustomer == null
                ? null
                : customers.find(id, new CustomerId(chosenCustomer)).orElse(null);
        List<KeptTerms> terms = setup.terms(id);
        KeptTerms chosen = settings.terms(id, form, terms);
        var due = new DueDays(chosen.terms(), Clearing.of(business.currency()).calendar());
        boolean collected = customer != null && isCollected(id, form);
        Paper paper = Paper.of(
                form,
                going(id, form, one),
                settings.rates(id, form),
                due,
                clock.today(id),
                goes(id, form, customer),
                collected);
        model.addAttribute("debitRemarks", collected ? remarks(id, customer, paper, due) : List.of());
        model.addAttribute("title", one == null ? "New recurring invoice" : one.name());
        if (one != null) {
            model.addAttribute("saved", one.revision());
            model.addAttribute(
                    "differences", FormDrafts.differences(fields, RecurringForm.fields(one), one.revision()));
        }
        model.addAttribute("form", form);
        model.addAttribute("recurring", one);
        model.addAttribute("customer", customer);
        model.addAttribute("business", business);
        model.addAttribute("termsList", terms);
        model.addAttribute("chosenTerms", chosen);
        model.addAttribute("termsFrom", settings.termsFrom(id, form, terms, chosen));
        model.addAttribute("billed", settings.billed(id, form).orElse(null));
        model.addAttribute("items", settings.suggested(id, ""));
        model.addAttribute("prepared", prepared.all(id));
        Map<Integer, Working> priceWorkings =
                TypedLines.priceWorkings(fields, settings.items(id, fields), settings.sale(business, fields));
        model.addAttribute("priceWorkings", priceWorkings);
        model.addAttribute("modes", PriceMode.values());
        List<TaxRate> rates = rates(id);
        model.addAttribute("rates", rates);
        model.addAttribute("rows", page.of(form, paper.figures(), priceWorkings, rates));
        model.addAttribute("units", Cadence.Unit.values());
        model.addAttribute("coverages", Coverage.values());
        model.addAttribute("weekdays", DayOfWeek.values());
        model.addAttribute("prorations", Proration.values());
        model.addAttribute("shifts", Shift.Direction.values());
        model.addAttribute("bases", Basis.values());
        model.addAttribute("deliveries", Delivery.values());
        model.addAttribute("unreads", WhenUnread.values());
        model.addAttribute("skipped", one == null ? List.of() : recurring.skipped(id, one.id()));
        model.addAttribute("paper", paper);
        model.addAttribute("figures", paper.figures());
    }

    /** The arrangement as it would go on if what is typed were saved; null while its dates cannot be told. */
    private RecurringInvoice going(BusinessId business, RecurringForm form, RecurringInvoice one) {
        Optional<Recurrence> typed = form.recurrence();
        if (typed.isEmpty()) return null;
        if (one != null) return save.goingOn(business, one, one.recurring(typed.get()));
        return RecurringInvoice.fresh(null, "", null, typed.get(), null, null);
    }

    private boolean isCollected(BusinessId business, RecurringForm form) {
        PaysBy own = form.handling().sending().paysBy();
        return (own == null
                        ? settings.billed(business, form).orElseThrow().paysBy().value()
                        : own)
                == PaysBy.COLLECTED;
    }

    /** What the mandate says to the next invoice. */
    private List<String> remarks(BusinessId business, Customer customer, Paper paper, DueDays due) {
        if (paper.next().isEmpty()) return List.of();
        Occurrence next = paper.next().getFirst();
        LocalDate today = clock.today(business);
        return remarks.of(
                business,
                customer.id(),
                next.makeOn().isBefore(today) ? today : next.makeOn(),
                due.instalments(next, paper.figures().gross()).stream()
                        .map(i -> new MandateRemarks.Part(i.due(), i.amount()))
                        .toList());
    }

    /** How and where its messages go; null where there is no address. */
    private String goes(BusinessId business, RecurringForm form, Customer customer) {
        if (customer == null) return null;
        Draft.Sending sending = form.handling().sending();
        Delivery delivery = sending.delivery() == null
                ? settings.billed(business, form).orElseThrow().delivery().value()
                : sending.delivery();
        return Prepared.goes(
                delivery,
                sending.recipients().isEmpty()
                        ? customer.recipients().line(Mail.INVOICES)
                        : String.join(", ", sending.recipients()));
    }

    private List<TaxRate> rates(BusinessId business) {
        return setup.taxRates(business).rates().stream()
                .filter(r -> r.isValidOn(clock.today(business)))
                .sorted(Comparator.comparing(TaxRate::percent).reversed())
                .toList();
    }
}
