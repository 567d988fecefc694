package exactum.app.documents;

import exactum.app.business.Business;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.customers.PaysBy;
import exactum.app.database.Ids;
import exactum.app.installation.BusinessClock;
import exactum.app.setup.FindSetup;
import exactum.app.web.NotHere;
import exactum.core.document.DocumentKind;
import exactum.core.document.PriceMode;
import exactum.core.document.TaxRate;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.Id;
import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Standing lines: the named sets, and the page on which lines of a customer or a set are typed. */
@Controller
class StandingPages {
    private final StandingStore store;
    private final SaveStanding save;
    private final PaperSettings settings;
    private final FindSetup setup;
    private final FindCustomers customers;
    private final PreparedDocuments prepared;
    private final BusinessClock clock;

    StandingPages(
            StandingStore store,
            SaveStanding save,
            PaperSettings settings,
            FindSetup setup,
            FindCustomers customers,
            PreparedDocuments prepared,
            BusinessClock clock) {
        this.store = store;
        this.save = save;
        this.settings = settings;
        this.setup = setup;
        this.customers = customers;
        this.prepared = prepared;
        this.clock = clock;
    }

    @GetMapping("/standing")
    String sets(BusinessId business, Model model) {
        model.addAttribute("sets", store.sets(business));
        return "documents/standing-sets";
    }

    @GetMapping("/standing/new")
    @Needs(Power.ARRANGEMENTS)
    String fresh(Business business, @RequestParam(required = false) CustomerId customer, Model model) {
        var fields = new HashMap<String, String>();
        fields.put("key", Ids.next().toString());
        fields.put("kind-INVOICE", "on");
        if (customer != null) fields.put("customer", customer.toString());
        show(business, fields, null, PaperRows.fresh(), model);
        return "documents/standing";
    }

    @GetMapping("/standing/{id}")
    String one(Business business, @PathVariable UUID id, Model model) {
        StandingLines s = store.find(business.id(), id).orElseThrow(NotHere::new);
        Map<String, String> fields = StandingForm.fields(s);
        fields.put("codes", codes(business.id(), s.of()));
        show(business, fields, s, PaperRows.fresh(), model);
        return "documents/standing";
    }

    @PostMapping("/standing/typed")
    @Needs(Power.ARRANGEMENTS)
    String typed(Business business, @RequestParam Map<String, String> fields, Model model) {
        StandingLines s = fields.getOrDefault("id", "").isEmpty()
                ? null
                : store.find(business.id(), Id.parse(fields.get("id"))).orElseThrow(NotHere::new);
        PaperRows page = PaperRows.on(fields);
        prepared.add(business.id(), fields);
        TypedLines.fillFromItems(fields, settings.items(business.id(), fields), settings.sale(business, fields));
        show(business, fields, s, page, model);
        return "documents/standing :: typed";
    }

    @PostMapping("/standing")
    @Needs(Power.ARRANGEMENTS)
    String save(Business business, @RequestParam Map<String, String> fields) {
        String id = fields.getOrDefault("id", "").isEmpty() ? fields.get("key") : fields.get("id");
        String revision = fields.getOrDefault("revision", "");
        StandingForm form = new StandingForm(fields, settings.of(business, fields));
        StandingLines s = form.standing(
                Id.parse(id == null ? "" : id),
                revision.matches("\\d{1,9}") ? Integer.parseInt(revision) : 1,
                named(business.id(), fields.getOrDefault("codes", "")));
        save.save(business.id(), s);
        return s.isSet() ? "redirect:/standing" : "redirect:/customers/" + s.customer();
    }

    @PostMapping("/standing/{id}/delete")
    @Needs(Power.ARRANGEMENTS)
    String delete(BusinessId business, @PathVariable UUID id) {
        StandingLines s = store.find(business, id).orElseThrow(NotHere::new);
        save.delete(business, id);
        return s.isSet() ? "redirect:/standing" : "redirect:/customers/" + s.customer();
    }

    /** The customers whose codes are typed, one a line or divided by commas. */
    private List<CustomerId> named(BusinessId business, String codes) {
        var found = new ArrayList<CustomerId>();
        var unknown = new ArrayList<String>();
        Arrays.stream(codes.split("[,;\\s]+"))
                .filter(c -> !c.isEmpty())
                .distinct()
                .forEach(code -> customers
                        .findByCode(business, code)
                        .ifPresentOrElse(c -> found.add(c.id()), () -> unknown.add(code)));
        if (!unknown.isEmpty())
            throw new Refusal(
                            "standing.customers",
                            "There is no customer %s. Nothing was saved.".formatted(String.join(", ", unknown)))
                    .at("codes");
        return found;
    }

    private String codes(BusinessId business, List<CustomerId> of) {
        return customers.byId(business, of).values().stream()
                .map(Customer::code)
                .sorted()
                .collect(Collectors.joining(", "));
    }

    private void show(Business business, Map<String, String> fields, StandingLines s, PaperRows page, Model model) {
        BusinessId id = business.id();
        var form = new StandingForm(fields, settings.of(business, fields));
        LocalDate today = clock.today(id);
        model.addAttribute("title", s == null ? "Standing lines" : s.name());
        model.addAttribute("standing", s);
        model.addAttribute("form", form);
        model.addAttribute(
                "customer",
                form.get("customer").isEmpty()
                        ? null
                        : customers.get(id, new CustomerId(Id.parse(form.get("customer")))));
        model.addAttribute("kinds", DocumentKind.values());
        model.addAttribute("methods", List.of(PaysBy.CARD, PaysBy.TRANSFER, PaysBy.COLLECTED));
        model.addAttribute("termsList", setup.terms(id));
        model.addAttribute("items", settings.suggested(id, ""));
        model.addAttribute("prepared", prepared.all(id));
        model.addAttribute("modes", PriceMode.values());
        List<TaxRate> rates = setup.taxRates(id).rates().stream()
                .filter(r -> r.isValidOn(today))
                .toList();
        PaperFigures figures = PaperFigures.of(form, settings.rates(id, form), today);
        model.addAttribute("rates", rates);
        model.addAttribute("figures", figures);
        model.addAttribute("rows", page.of(form, figures, Map.of(), rates));
    }
}
