package exactum.app.customers;

import exactum.app.clock.BusinessClock;
import exactum.app.ids.Ids;
import exactum.app.setup.SetupStore;
import java.io.IOException;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** Customers: the list, one customer, new ones, and the file import. */
@Controller
class CustomerPages {
    private static final int SHOWN = 500;
    private static final int LINES_SHOWN = 60;
    private final CustomerStore customers;
    private final KeepCustomer keep;
    private final ImportCustomers imports;
    private final SetupStore setup;
    private final BusinessClock clock;

    CustomerPages(
            CustomerStore customers,
            KeepCustomer keep,
            ImportCustomers imports,
            SetupStore setup,
            BusinessClock clock) {
        this.customers = customers;
        this.keep = keep;
        this.imports = imports;
        this.setup = setup;
        this.clock = clock;
    }

    @GetMapping("/customers")
    String list(@RequestParam(defaultValue = "") String q, Model model) {
        var listed = customers.list(q, clock.today(), SHOWN);
        model.addAttribute("customers", listed);
        model.addAttribute("count", customers.count(q));
        model.addAttribute(
                "openMinor",
                listed.stream().mapToLong(CustomerStore.Listed::openMinor).sum());
        model.addAttribute(
                "overdueMinor",
                listed.stream().mapToLong(CustomerStore.Listed::overdueMinor).sum());
        model.addAttribute("currency", setup.business().currency());
        model.addAttribute("q", q);
        return "customers/list";
    }

    @GetMapping("/customers/new")
    String fresh(@RequestParam(defaultValue = "") String name, Model model) {
        model.addAttribute("business", setup.business());
        model.addAttribute("name", name);
        model.addAttribute("key", Ids.next());
        return "customers/new";
    }

    @PostMapping("/customers")
    String add(@RequestParam Optional<UUID> key, @RequestParam Map<String, String> f) {
        return "redirect:/customers/"
                + keep.add(key.orElseGet(Ids::next), draft(f)).id();
    }

    @PostMapping("/customers/{id}")
    String change(@PathVariable UUID id, @RequestParam int revision, @RequestParam Map<String, String> f) {
        keep.change(id, revision, draft(f));
        return "redirect:/customers/" + id;
    }

    @GetMapping("/customers/import")
    String importPage() {
        return "customers/import";
    }

    @PostMapping("/customers/import")
    String rehearse(@RequestParam MultipartFile file) throws IOException {
        return "redirect:/customers/import/" + imports.rehearse(file.getOriginalFilename(), file.getInputStream());
    }

    @GetMapping("/customers/import/{id}")
    String rehearsal(@PathVariable UUID id, Model model) {
        var rehearsal = imports.get(id);
        model.addAttribute("rehearsal", rehearsal);
        if (!rehearsal.taken()) model.addAttribute("lines", imports.lines(id, LINES_SHOWN));
        return "customers/import";
    }

    @PostMapping("/customers/import/{id}/take")
    String take(@PathVariable UUID id) {
        imports.take(id);
        return "redirect:/customers/import/" + id;
    }

    @GetMapping("/customers/import/{id}/bad.csv")
    ResponseEntity<byte[]> bad(@PathVariable UUID id) {
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType("text/csv; charset=utf-8; header=present"))
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"customers-not-taken.csv\"")
                .body(imports.get(id).badFile());
    }

    /** Reads the form of a customer; shared with the inline form of other pages. */
    static CustomerDraft draft(Map<String, String> f) {
        return new CustomerDraft(
                text(f, "code"),
                text(f, "name"),
                f.getOrDefault("kind", "person"),
                text(f, "email"),
                text(f, "address").replace("\r\n", "\n"),
                text(f, "country").toUpperCase(java.util.Locale.ROOT),
                text(f, "currency").toUpperCase(java.util.Locale.ROOT),
                text(f, "taxNumber"));
    }

    private static String text(Map<String, String> f, String field) {
        return f.getOrDefault(field, "").strip();
    }
}
