package exactum.app.reports;

import exactum.app.business.Business;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.database.Slice;
import exactum.app.installation.BusinessClock;
import exactum.app.press.PdfPress;
import exactum.app.web.FileAnswer;
import exactum.app.web.Pager;
import exactum.app.web.Texts;
import exactum.app.web.TypedForm;
import exactum.core.ids.CustomerId;
import exactum.core.ids.ItemId;
import exactum.core.problem.Refusal;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.Reader;
import java.io.Writer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;

/** The reports: on screen, as CSV, as PDF. */
@Controller
class ReportPages {
    /** A paper of more rows than that nobody reads; it says how many there are, and the file has them all. */
    private static final int ON_PAPER = 1_000;

    private final MakeReports reports;
    private final ReportChoiceStore choices;
    private final FindCustomers customers;
    private final BusinessClock clock;
    private final PdfPress press;

    ReportPages(
            MakeReports reports,
            ReportChoiceStore choices,
            FindCustomers customers,
            BusinessClock clock,
            PdfPress press) {
        this.reports = reports;
        this.choices = choices;
        this.customers = customers;
        this.clock = clock;
        this.press = press;
    }

    @GetMapping("/reports")
    String list(Business business, Model model) {
        model.addAttribute("kinds", reports.kinds());
        return "reports/list";
    }

    @GetMapping("/reports/{name:[a-z-]+}")
    String page(
            Business business,
            @PathVariable String name,
            @RequestParam Map<String, String> fields,
            @RequestParam(name = "row", defaultValue = "1") int row,
            Model model) {
        ReportKind kind = reports.kind(name);
        Asked asked = asked(business, kind, fields);
        Slice slice = Slice.page(row);
        MakeReports.Page page = reports.page(kind, business, asked, slice);
        model.addAttribute("kind", kind);
        model.addAttribute("title", kind.what().title());
        model.addAttribute("asked", asked);
        model.addAttribute("page", page);
        int shown = page.lines().size();
        model.addAttribute(
                "pager",
                page.more() ? Pager.openEnded(slice, shown, "row") : Pager.of(slice, shown, page.count(), "row"));
        model.addAttribute("choices", choices.of(business.id(), asked));
        model.addAttribute("byCode", choices.isLarge(business.id()));
        LocalDate today = clock.today(business.id());
        model.addAttribute("ahead", asked.until().isAfter(today));
        model.addAttribute("before", choices.beginsAfter(business.id(), asked.until()));
        return "reports/page";
    }

    /** Made before it is sent, so that who reads slowly keeps nobody waiting. */
    @GetMapping("/reports/{name:[a-z-]+}.csv")
    void csv(
            Business business,
            @PathVariable String name,
            @RequestParam Map<String, String> fields,
            HttpServletResponse response)
            throws IOException {
        ReportKind kind = reports.kind(name);
        Asked asked = asked(business, kind, fields);
        Path made = Files.createTempFile("report", ".csv");
        try {
            try (Writer to = Files.newBufferedWriter(made)) {
                reports.csv(kind, business, asked, to);
            }
            FileAnswer.send(response, "text/csv", file(kind, asked) + ".csv", out -> {
                try (Reader from = Files.newBufferedReader(made)) {
                    from.transferTo(out);
                }
            });
        } finally {
            Files.delete(made);
        }
    }

    @GetMapping("/reports/{name:[a-z-]+}.pdf")
    ResponseEntity<byte[]> pdf(Business business, @PathVariable String name, @RequestParam Map<String, String> fields) {
        ReportKind kind = reports.kind(name);
        Asked asked = asked(business, kind, fields);
        var model = new HashMap<String, Object>();
        model.put("business", business);
        model.put("kind", kind);
        model.put("asked", asked);
        model.put("days", days(kind, asked));
        model.put("page", reports.page(kind, business, asked, Slice.first(ON_PAPER)));
        model.put("narrowed", choices.words(business.id(), asked));
        model.put("footer", PdfPress.inCss(business.identity().legalName()));
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_PDF)
                .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"%s.pdf\"".formatted(file(kind, asked)))
                .body(press.print("pdf/report", Locale.ENGLISH, model));
    }

    private static String days(ReportKind kind, Asked asked) {
        return kind.what().between()
                ? "%s – %s".formatted(Texts.day(asked.from()), Texts.day(asked.until()))
                : "at the end of " + Texts.day(asked.until());
    }

    private static String file(ReportKind kind, Asked asked) {
        return kind.what().name() + "-" + (kind.what().between() ? asked.from() + "-" : "") + asked.until();
    }

    private Asked asked(Business business, ReportKind kind, Map<String, String> fields) {
        LocalDate today = clock.today(business.id());
        return TypedForm.read(fields, f -> {
            LocalDate last = f.dateOrNone("until", "last day", today);
            LocalDate until = last == null ? today : last;
            LocalDate first = f.dateOrNone("from", "first day", today);
            LocalDate from = first == null ? usualStart(until) : first;
            if (kind.what().between() && from.isAfter(until))
                throw new Refusal("report.days", "The first day is after the last. Choose others.").at("from");
            String by = f.raw("by");
            String which = f.raw("which");
            UUID customer = f.idOrNone("customer");
            UUID item = f.idOrNone("item");
            return new Asked(
                    from,
                    until,
                    kind.what().bys().contains(by) ? by : kind.what().bys().getFirst(),
                    customer == null ? byName(business, f) : new CustomerId(customer),
                    f.idOrNone("group"),
                    item == null ? byCode(business, f) : new ItemId(item),
                    f.raw("tag"),
                    which);
        });
    }

    /** The first of the month; in the first week of one, of the month before, of which nothing would be told otherwise. */
    private static LocalDate usualStart(LocalDate until) {
        return until.minusWeeks(1).withDayOfMonth(1);
    }

    private ItemId byCode(Business business, TypedForm f) {
        String code = f.text("code");
        if (code.isEmpty()) return null;
        return choices.itemOf(business.id(), code)
                .orElseThrow(() -> new Refusal("report.item", "There is no item %s.".formatted(code)).at("code"));
    }

    private CustomerId byName(Business business, TypedForm f) {
        String who = f.text("who");
        if (who.isEmpty()) return null;
        List<Customer> found = customers
                .findByCode(business.id(), who)
                .map(List::of)
                .orElseGet(() -> customers.search(business.id(), who, 2));
        if (found.size() == 1) return found.getFirst().id();
        throw new Refusal(
                        "report.customer",
                        found.isEmpty()
                                ? "No customer is called “%s”.".formatted(who)
                                : "Several customers are called “%s”. Type more of the name, or the code."
                                        .formatted(who))
                .at("who");
    }
}
