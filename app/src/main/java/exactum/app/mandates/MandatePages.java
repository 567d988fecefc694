package exactum.app.mandates;

import exactum.app.business.Business;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.installation.BusinessClock;
import exactum.app.web.NotHere;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.MandateId;
import exactum.core.mandate.MandateState;
import exactum.core.problem.Refusal;
import exactum.core.scheme.MandateReference;
import exactum.core.scheme.Scheme;
import exactum.core.text.TextKind;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The register of mandates, one of them, and a new one from paper. */
@Controller
class MandatePages {
    private static final int SHOWN = 300;
    private final MandateStore store;
    private final Mandates mandates;
    private final MandatePaper paper;
    private final SigningLinks links;
    private final FindCustomers customers;
    private final List<MandateSection> sections;
    private final BusinessClock clock;

    MandatePages(
            MandateStore store,
            Mandates mandates,
            MandatePaper paper,
            SigningLinks links,
            FindCustomers customers,
            List<MandateSection> sections,
            BusinessClock clock) {
        this.store = store;
        this.mandates = mandates;
        this.paper = paper;
        this.links = links;
        this.customers = customers;
        this.sections = sections;
        this.clock = clock;
    }

    @GetMapping("/mandates")
    String list(
            BusinessId business,
            @RequestParam(defaultValue = "") String q,
            @RequestParam(defaultValue = "") String state,
            Model model) {
        MandateState wanted = Arrays.stream(MandateState.values())
                .filter(s -> s.words().equals(state))
                .findFirst()
                .orElse(null);
        Map<MandateState, Integer> counts = store.counts(business);
        var shown = new LinkedHashMap<String, Integer>();
        for (MandateState s : MandateState.values()) if (counts.containsKey(s)) shown.put(s.words(), counts.get(s));
        List<Mandate> found = store.list(business, q.strip(), wanted, SHOWN + 1);
        model.addAttribute("mandates", found.stream().limit(SHOWN).toList());
        model.addAttribute("isCut", found.size() > SHOWN);
        model.addAttribute("counts", shown);
        model.addAttribute(
                "all", counts.values().stream().mapToInt(Integer::intValue).sum());
        model.addAttribute("q", q);
        model.addAttribute("state", wanted == null ? "" : wanted.words());
        model.addAttribute("links", links.open(business));
        model.addAttribute("today", clock.today(business));
        return "mandates/list";
    }

    @GetMapping("/mandates/new")
    String fresh(
            Business business,
            @RequestParam Optional<CustomerId> customer,
            @RequestParam Optional<MandateId> replaces,
            Model model) {
        Customer whose = customer.map(c -> customers.find(business.id(), c).orElseThrow(NotHere::new))
                .orElse(null);
        model.addAttribute("customer", whose);
        model.addAttribute(
                "replaces",
                replaces.map(r -> store.find(business.id(), r).orElseThrow(NotHere::new))
                        .orElse(null));
        model.addAttribute("schemes", MandateForm.schemes());
        model.addAttribute(
                "scheme",
                whose != null && whose.kind().equals("organisation")
                        ? Scheme.SEPA_CORE.words()
                        : Scheme.SEPA_CORE.words());
        model.addAttribute("creditor", paper.creditor(business));
        LocalDate today = clock.today(business.id());
        model.addAttribute("today", today);
        model.addAttribute("notice", Scheme.SEPA_CORE.rules().termsOn(today).noticeDays());
        return "mandates/new";
    }

    @PostMapping("/mandates")
    @Needs(Power.CUSTOMERS)
    String add(BusinessId business, @RequestParam CustomerId customer, @RequestParam Map<String, String> fields) {
        Customer whose = customers.find(business, customer).orElseThrow(NotHere::new);
        LocalDate today = clock.today(business);
        NewMandate typed = TypedForm.read(fields, f -> new MandateForm(f, today).onPaper(whose));
        return "redirect:/mandates/" + mandates.add(business, typed);
    }

    @GetMapping("/mandates/{id}")
    String one(BusinessId business, @PathVariable MandateId id, Model model) {
        Mandate mandate = store.find(business, id).orElseThrow(NotHere::new);
        model.addAttribute("mandate", mandate);
        model.addAttribute("events", store.events(business, id));
        model.addAttribute("signature", store.signature(business, id));
        model.addAttribute("covers", store.covers(business, id));
        model.addAttribute("today", clock.today(business));
        model.addAttribute(
                "replacedBy",
                mandate.replacedBy() == null
                        ? null
                        : store.find(business, mandate.replacedBy()).orElseThrow(NotHere::new));
        model.addAttribute(
                "sections",
                sections.stream()
                        .map(s -> new Shown(s.template(), s.of(business, mandate)))
                        .toList());
        return "mandates/one";
    }

    /** What a feature shows of a mandate. */
    public record Shown(String template, Object content) {}

    @GetMapping("/mandates/{id}/mandate.pdf")
    ResponseEntity<byte[]> pdf(Business business, @PathVariable MandateId id) {
        Mandate mandate = store.find(business.id(), id).orElseThrow(NotHere::new);
        return pdf(
                "mandate-" + mandate.reference().value().replaceAll("[^A-Za-z0-9-]", "_"),
                paper.signed(business, mandate));
    }

    @GetMapping("/mandates/form.pdf")
    ResponseEntity<byte[]> form(
            Business business,
            @RequestParam CustomerId customer,
            @RequestParam(defaultValue = "SEPA Core") String scheme,
            @RequestParam(defaultValue = "false") boolean oneOff) {
        customers.find(business.id(), customer).orElseThrow(NotHere::new);
        if (!MandateForm.schemes().contains(scheme)) throw new NotHere();
        return pdf("mandate-form", paper.toSign(business, customer, Scheme.of(scheme), oneOff));
    }

    private static ResponseEntity<byte[]> pdf(String name, byte[] content) {
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_PDF)
                .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"" + name + ".pdf\"")
                .body(content);
    }

    @PostMapping("/mandates/{id}/state")
    @Needs(Power.CUSTOMERS)
    String move(
            BusinessId business,
            @PathVariable MandateId id,
            @RequestParam(defaultValue = "") String to,
            @RequestParam(defaultValue = "") String cause) {
        store.find(business, id).orElseThrow(NotHere::new);
        MandateState wanted = Arrays.stream(MandateState.values())
                .filter(s -> s.words().equals(to))
                .findFirst()
                .orElseThrow(() -> new Refusal("mandate.state", "Nothing was chosen. Nothing was changed."));
        if (cause.isBlank())
            throw new Refusal("mandate.cause", "Say why, so that it can be read later. Nothing was changed.")
                    .at("cause");
        mandates.move(business, id, wanted, cause.strip());
        return "redirect:/mandates/" + id;
    }

    @PostMapping("/mandates/{id}/account")
    @Needs(Power.CUSTOMERS)
    String account(BusinessId business, @PathVariable MandateId id, @RequestParam Map<String, String> fields) {
        store.find(business, id).orElseThrow(NotHere::new);
        LocalDate today = clock.today(business);
        NewMandate.Account typed = TypedForm.read(fields, f -> new MandateForm(f, today).account());
        mandates.amendAccount(
                business, id, typed, fields.getOrDefault("cause", "").strip());
        return "redirect:/mandates/" + id;
    }

    @PostMapping("/mandates/{id}/reference")
    @Needs(Power.CUSTOMERS)
    String reference(BusinessId business, @PathVariable MandateId id, @RequestParam Map<String, String> fields) {
        Mandate mandate = store.find(business, id).orElseThrow(NotHere::new);
        MandateReference typed = TypedForm.read(fields, f -> {
            f.required("reference", "reference", TextKind.CODE);
            return f.parsed(
                    "reference", "reference", mandate.authority().scheme().rules()::reference);
        });
        mandates.amendReference(business, id, typed);
        return "redirect:/mandates/" + id;
    }
}
