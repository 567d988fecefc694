package exactum.app.customers;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import exactum.app.business.Business;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.database.Ids;
import exactum.app.database.Slice;
import exactum.app.installation.BusinessClock;
import exactum.app.web.FileName;
import exactum.app.web.Pager;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.mandate.MandateState;
import exactum.core.text.TextKind;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
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
import org.springframework.web.multipart.MultipartFile;

/** Customers: the list, new ones, changes, and the file import. */
@Controller
class CustomerPages {
    private static final int LINES_SHOWN = 60;
    private final FindCustomers customers;
    private final Groups groups;
    private final SaveCustomer save;
    private final ImportCustomers imports;
    private final ExportCustomers exports;
    private final BusinessClock clock;
    private final SchedulerClient scheduler;

    CustomerPages(
            FindCustomers customers,
            Groups groups,
            SaveCustomer save,
            ImportCustomers imports,
            ExportCustomers exports,
            BusinessClock clock,
            SchedulerClient scheduler) {
        this.customers = customers;
        this.groups = groups;
        this.save = save;
        this.imports = imports;
        this.exports = exports;
        this.clock = clock;
        this.scheduler = scheduler;
    }

    @GetMapping("/customers")
    String list(
            BusinessId business,
            @RequestParam(defaultValue = "") String q,
            @RequestParam Map<String, String> fields,
            @RequestParam(defaultValue = "1") int from,
            Model model) {
        Slice slice = Slice.page(from);
        UUID group = new TypedForm(fields).idOrNone("group");
        String mandate = new TypedForm(fields).text("mandate");
        var filter = new FindCustomers.Filter(q, group, mandate);
        List<FindCustomers.Listed> shown = customers.list(business, filter, clock.today(business), slice);
        FindCustomers.Totals totals = customers.totals(business, filter, clock.today(business));
        model.addAttribute("groups", groups.all(business));
        model.addAttribute("group", group);
        model.addAttribute("mandate", mandate);
        model.addAttribute("mandateStates", MandateState.choices());
        Map<String, String> kept = new LinkedHashMap<>();
        if (group != null) kept.put("group", group.toString());
        if (!mandate.isEmpty()) kept.put("mandate", mandate);
        model.addAttribute("kept", kept);
        model.addAttribute("customers", shown);
        model.addAttribute("totals", totals);
        model.addAttribute("pager", Pager.of(slice, shown.size(), totals.customers()));
        model.addAttribute("q", q);
        return "customers/list";
    }

    @GetMapping("/customers/new")
    @Needs(Power.CUSTOMERS)
    String fresh(
            Business business,
            @RequestParam(defaultValue = "") String name,
            @RequestParam Optional<CustomerId> after,
            Model model) {
        model.addAttribute("business", business);
        model.addAttribute(
                "after", after.flatMap(id -> customers.find(business.id(), id)).orElse(null));
        model.addAttribute("name", name);
        model.addAttribute("key", Ids.next());
        return "customers/new";
    }

    @PostMapping("/customers")
    @Needs(Power.CUSTOMERS)
    String add(
            BusinessId business,
            @RequestParam Optional<CustomerId> key,
            @RequestParam(defaultValue = "false") boolean another,
            @RequestParam Map<String, String> f) {
        CustomerId id = key.orElseGet(() -> new CustomerId(Ids.next()));
        CustomerId saved = save.add(business, id, draft(f)).id();
        return another ? "redirect:/customers/new?after=" + saved : "redirect:/customers/" + saved;
    }

    @PostMapping("/customers/{id}")
    @Needs(Power.CUSTOMERS)
    String change(
            BusinessId business,
            @PathVariable CustomerId id,
            @RequestParam int revision,
            @RequestParam Map<String, String> f) {
        save.change(business, id, revision, draft(f));
        return "redirect:/customers/" + id;
    }

    /** What the list shows, as a file that can be changed and imported again. */
    @GetMapping("/customers/customers.csv")
    void export(BusinessId business, @RequestParam(defaultValue = "") String q, HttpServletResponse response)
            throws IOException {
        response.setContentType("text/csv;charset=UTF-8");
        response.setHeader(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"customers.csv\"");
        exports.write(business, q, response.getWriter());
    }

    @GetMapping("/customers/import")
    @Needs(Power.CUSTOMERS)
    String importPage(BusinessId business) {
        return "customers/import";
    }

    @PostMapping("/customers/import")
    @Needs(Power.CUSTOMERS)
    String rehearse(BusinessId business, @RequestParam MultipartFile file) throws IOException {
        return "redirect:/customers/import/" + imports.rehearse(business, FileName.of(file), file.getInputStream());
    }

    @GetMapping("/customers/import/{id}")
    String rehearsal(BusinessId business, @PathVariable UUID id, Model model) {
        var rehearsal = imports.get(business, id);
        if (rehearsal.isUnmapped()) return "redirect:/customers/import/" + id + "/mapping";
        model.addAttribute("rehearsal", rehearsal);
        if (!rehearsal.taken() && !rehearsal.isRunning())
            model.addAttribute("lines", imports.lines(business, id, LINES_SHOWN));
        return "customers/import";
    }

    /** Asked while it runs; when it is over, the page is loaded again. */
    @GetMapping("/customers/import/{id}/progress")
    String progress(BusinessId business, @PathVariable UUID id, HttpServletResponse response, Model model) {
        var rehearsal = imports.get(business, id);
        if (!rehearsal.isRunning()) response.setHeader("HX-Refresh", "true");
        model.addAttribute("rehearsal", rehearsal);
        return "customers/import :: progress";
    }

    @PostMapping("/customers/import/{id}/take")
    @Needs(Power.CUSTOMERS)
    @Transactional
    String take(BusinessId business, @PathVariable UUID id) {
        if (imports.begin(business, id)) ImportJob.schedule(scheduler, business, id);
        return "redirect:/customers/import/" + id;
    }

    @GetMapping("/customers/import/{id}/bad.csv")
    ResponseEntity<byte[]> bad(BusinessId business, @PathVariable UUID id) {
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType("text/csv; charset=utf-8; header=present"))
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"customers-not-imported.csv\"")
                .body(imports.get(business, id).badFile());
    }

    /** What is typed of a customer; all that is wrong with it is said at once. An empty code is made later. */
    private static CustomerDraft draft(Map<String, String> fields) {
        return TypedForm.read(fields, f -> {
            var draft = new CustomerDraft(
                    f.text("code", TextKind.CODE),
                    f.text("name", TextKind.NAME),
                    f.text("kind", "person"),
                    f.text("email"),
                    f.text("address", TextKind.ADDRESS),
                    f.text("serviceAddress", TextKind.ADDRESS),
                    f.text("country").toUpperCase(Locale.ROOT),
                    f.text("currency").toUpperCase(Locale.ROOT),
                    f.text("taxNumber", TextKind.CODE));
            draft.problems().stream()
                    .filter(p -> !p.field().equals("code") || !draft.code().isEmpty())
                    .forEach(p -> f.refuse(p.field(), "customer.wrong", SaveCustomer.sentence(p)));
            return draft;
        });
    }
}
