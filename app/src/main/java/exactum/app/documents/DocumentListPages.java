package exactum.app.documents;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.database.Slice;
import exactum.app.installation.BusinessClock;
import exactum.app.security.SignedIn;
import exactum.app.web.FileAnswer;
import exactum.app.web.Pager;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.mandate.MandateState;
import exactum.core.problem.Refusal;
import exactum.core.text.TextKind;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** What was billed, and quotes: sorted, filtered and paged by the server, looked at in views of one's own, acted on together. */
@Controller
class DocumentListPages {
    private static final int MOST_AT_ONCE = 200;
    private final ListDocuments lists;
    private final SavedViews views;
    private final ActOnMany acts;
    private final ExportDocuments export;
    private final BusinessClock clock;

    DocumentListPages(
            ListDocuments lists, SavedViews views, ActOnMany acts, ExportDocuments export, BusinessClock clock) {
        this.lists = lists;
        this.views = views;
        this.acts = acts;
        this.export = export;
        this.clock = clock;
    }

    @GetMapping({"/invoices", "/quotes"})
    String list(
            BusinessId business,
            @RequestParam Map<String, String> fields,
            @RequestParam(defaultValue = "1") int from,
            HttpServletRequest http,
            @AuthenticationPrincipal SignedIn user,
            Model model) {
        ListRequest request = ListRequest.of(path(http), fields);
        LocalDate today = clock.today(business);
        ListDocuments.Filter filter = request.filter();
        Slice slice = Slice.page(from);
        List<ListDocuments.Listed> shown = lists.list(business, filter, today, slice);
        List<ListDocuments.Count> counts = lists.counts(business, request.kinds(), today);
        ListDocuments.Totals totals = lists.totals(business, filter, today);
        model.addAttribute("asked", request);
        model.addAttribute("documents", shown);
        model.addAttribute("totals", totals);
        model.addAttribute(
                "pager",
                totals.isMore() ? Pager.openEnded(slice, shown.size()) : Pager.of(slice, shown.size(), totals.count()));
        model.addAttribute(
                "counts",
                counts.stream()
                        .filter(c -> c.count() > 0 || c.standing() == request.standing())
                        .toList());
        model.addAttribute("mandateStates", request.isQuotes() ? List.of() : MandateState.choices());
        model.addAttribute("kinds", request.isQuotes() ? List.of() : request.kinds());
        model.addAttribute("views", views.of(business, user.login(), request.path()));
        return "documents/list";
    }

    @GetMapping({"/invoices.csv", "/quotes.csv"})
    void csv(
            BusinessId business,
            @RequestParam Map<String, String> fields,
            HttpServletRequest http,
            HttpServletResponse response)
            throws IOException {
        String path = path(http).replace(".csv", "");
        FileAnswer.send(
                response,
                "text/csv",
                path.substring(1) + ".csv",
                out -> export.write(business, ListRequest.of(path, fields).filter(), out));
    }

    @PostMapping({"/invoices/views", "/quotes/views"})
    @Needs(Power.DECIDE)
    String saveView(
            BusinessId business,
            @RequestParam Map<String, String> fields,
            HttpServletRequest http,
            @AuthenticationPrincipal SignedIn user) {
        ListRequest request = ListRequest.of(path(http).replace("/views", ""), fields);
        views.save(business, user.login(), request, new TypedForm(fields).text("name", TextKind.NAME));
        return "redirect:" + request.path() + (request.query().isEmpty() ? "" : "?" + request.query());
    }

    @PostMapping({"/invoices/views/delete", "/quotes/views/delete"})
    @Needs(Power.DECIDE)
    String deleteView(
            BusinessId business,
            @RequestParam String name,
            HttpServletRequest http,
            @AuthenticationPrincipal SignedIn user) {
        String list = path(http).replace("/views/delete", "");
        views.delete(business, user.login(), list, name);
        return "redirect:" + list;
    }

    @PostMapping({"/invoices/selected", "/quotes/selected"})
    @Needs(Power.DOCUMENTS)
    String act(
            BusinessId business,
            @RequestParam(defaultValue = "") List<DocumentId> ids,
            @RequestParam ActOnMany.Act act,
            HttpServletRequest http,
            Model model) {
        requireSome(ids);
        model.addAttribute("outcome", acts.act(business, ids, act));
        model.addAttribute("back", path(http).replace("/selected", ""));
        return "documents/acted";
    }

    @PostMapping({"/invoices/selected.csv", "/quotes/selected.csv"})
    @Needs(Power.DOCUMENTS)
    void exportSelected(
            BusinessId business,
            @RequestParam(defaultValue = "") List<DocumentId> ids,
            HttpServletRequest http,
            HttpServletResponse response)
            throws IOException {
        requireSome(ids);
        FileAnswer.send(
                response,
                "text/csv",
                path(http).replace("/selected.csv", "").substring(1) + ".csv",
                out -> export.write(business, ids, out));
    }

    private static void requireSome(List<DocumentId> ids) {
        if (ids.isEmpty()) throw new Refusal("act.none", "Nothing is selected. Nothing was done.");
        if (ids.size() > MOST_AT_ONCE)
            throw new Refusal("act.many", "At most %d are acted on at once. Nothing was done.".formatted(MOST_AT_ONCE));
    }

    /** The address within the business. */
    private static String path(HttpServletRequest request) {
        String whole = request.getRequestURI();
        int quotes = whole.indexOf("/quotes");
        return quotes >= 0 ? whole.substring(quotes) : whole.substring(whole.indexOf("/invoices"));
    }
}
