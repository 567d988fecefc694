package exactum.app.documents;

import exactum.app.approvals.ApprovalKind;
import exactum.app.approvals.Approvals;
import exactum.app.business.Business;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.database.Ids;
import exactum.app.installation.BusinessClock;
import exactum.app.security.SignedIn;
import exactum.app.settlement.FindPayments;
import exactum.app.setup.FindSetup;
import exactum.app.setup.KeptTerms;
import exactum.app.web.NotHere;
import exactum.core.document.DocumentKind;
import exactum.core.document.PriceMode;
import exactum.core.document.TaxRate;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** A one-off invoice: the paper it is typed on, saved as a draft, rehearsed while it is typed, issued. */
@Controller
class DraftPages {
    private static final String NEW = "new invoice";
    private final Drafts drafts;
    private final FormDrafts typed;
    private final FindDocuments documents;
    private final FindCustomers customers;
    private final Approvals approvals;
    private final FindPayments payments;
    private final FindSetup setup;
    private final PaperSettings settings;
    private final PreparedDocuments prepared;
    private final JoinStanding standing;
    private final DividedPaper divided;
    private final BusinessClock clock;

    DraftPages(
            Drafts drafts,
            FormDrafts typed,
            FindDocuments documents,
            FindCustomers customers,
            Approvals approvals,
            FindPayments payments,
            FindSetup setup,
            PaperSettings settings,
            PreparedDocuments prepared,
            JoinStanding standing,
            DividedPaper divided,
            BusinessClock clock) {
        this.drafts = drafts;
        this.typed = typed;
        this.documents = documents;
        this.customers = customers;
        this.approvals = approvals;
        this.payments = payments;
        this.setup = setup;
        this.settings = settings;
        this.prepared = prepared;
        this.standing = standing;
        this.divided = divided;
        this.clock = clock;
    }

    @GetMapping("/invoices/new")
    @Needs(Power.DOCUMENTS)
    String fresh(
            Business business,
            @RequestParam Optional<CustomerId> customer,
            @RequestParam(defaultValue = "false") boolean over,
            @RequestParam(name = "prepared", defaultValue = "") String from,
            @AuthenticationPrincipal SignedIn user,
            Model model) {
        if (over) typed.drop(business.id(), user.login(), NEW);
        Map<String, String> fields = new HashMap<>(typed.find(business.id(), user.login(), NEW)
                .filter(f -> !isSaved(business.id(), f))
                .orElse(Map.of()));
        model.addAttribute("typedBefore", !fields.isEmpty());
        fields.putIfAbsent("key", Ids.next().toString());
        customer.ifPresent(c -> fields.put("customer", c.toString()));
        fields.put("prepared", from);
        prepared.add(business.id(), fields);
        standing.join(business.id(), fields, DocumentKind.INVOICE, day(business, fields));
        TypedLines.fillFromItems(fields, settings.items(business.id(), fields), settings.sale(business, fields));
        show(business, fields, null, model);
        return "documents/paper";
    }

    /** A last keystroke may be stored after its paper was saved. */
    private boolean isSaved(BusinessId business, Map<String, String> fields) {
        String key = fields.getOrDefault("key", "");
        if (!key.matches("[0-9a-f-]{36}")) return false;
        DocumentId id = DocumentId.valueOf(key);
        return drafts.find(business, id).isPresent()
                || documents.find(business, id).isPresent();
    }

    @GetMapping("/drafts/{id}")
    String one(Business business, @PathVariable DocumentId id, @AuthenticationPrincipal SignedIn user, Model model) {
        Optional<Draft> draft = drafts.find(business.id(), id);
        if (draft.isEmpty()) {
            return "redirect:/invoices/"
                    + documents
                            .find(business.id(), id)
                            .orElseThrow(NotHere::new)
                            .number();
        }
        Map<String, String> saved = DocumentForm.fields(draft.get());
        Map<String, String> fields =
                typed.find(business.id(), user.login(), id.toString()).orElse(saved);
        model.addAttribute("typedBefore", !fields.equals(saved));
        model.addAttribute(
                "differences", FormDrafts.differences(fields, saved, draft.get().revision()));
        model.addAttribute(
                "approval",
                approvals.last(business.id(), ApprovalKind.DOCUMENT, id.value()).orElse(null));
        show(business, fields, draft.get(), model);
        return "documents/paper";
    }

    /** Each pause in typing comes here: what is typed is stored, and the computed parts come back. */
    @PostMapping("/invoices/typed")
    @Needs(Power.DOCUMENTS)
    String typed(
            Business business,
            @RequestParam Map<String, String> fields,
            @AuthenticationPrincipal SignedIn user,
            Model model) {
        String id = fields.getOrDefault("id", "");
        Draft draft = id.isEmpty()
                ? null
                : drafts.find(business.id(), DocumentId.valueOf(id)).orElseThrow(NotHere::new);
        settings.follow(fields);
        prepared.add(business.id(), fields);
        standing.join(business.id(), fields, DocumentKind.INVOICE, day(business, fields));
        TypedLines.fillFromItems(fields, settings.items(business.id(), fields), settings.sale(business, fields));
        divided.press(business, fields, model);
        typed.save(business.id(), user.login(), id.isEmpty() ? NEW : id, fields);
        show(business, fields, draft, model);
        return "documents/paper :: typed";
    }

    @PostMapping("/drafts")
    @Needs(Power.DOCUMENTS)
    String save(Business business, @RequestParam Map<String, String> fields, @AuthenticationPrincipal SignedIn user) {
        Draft draft = toDraft(business, fields);
        drafts.save(business.id(), draft);
        forget(business.id(), user, fields);
        return "redirect:/drafts/" + draft.id();
    }

    @PostMapping("/drafts/issue")
    @Needs(Power.DOCUMENTS)
    String issue(
            Business business,
            @RequestParam Map<String, String> fields,
            @RequestParam(defaultValue = "false") boolean send,
            @AuthenticationPrincipal SignedIn user) {
        Draft draft = toDraft(business, fields);
        Optional<Document> before = documents.find(business.id(), draft.id());
        if (before.isPresent()) return "redirect:/invoices/" + before.get().number();
        if (!drafts.mayIssue(business.id(), draft)) {
            forget(business.id(), user, fields);
            return "redirect:/drafts/" + draft.id();
        }
        String number = issued(business.id(), draft, send);
        forget(business.id(), user, fields);
        return "redirect:/invoices/" + number;
    }

    /** Issues it; sent from two windows at once, the second finds what the first has made. */
    private String issued(BusinessId business, Draft draft, boolean send) {
        try {
            return drafts.issue(business, draft, send).number();
        } catch (DuplicateKeyException first) {
            return documents.find(business, draft.id()).map(Document::number).orElseThrow(() -> first);
        }
    }

    @PostMapping("/drafts/{id}/delete")
    @Needs(Power.DOCUMENTS)
    String delete(
            BusinessId business,
            @PathVariable DocumentId id,
            @RequestParam(defaultValue = "false") boolean again,
            @AuthenticationPrincipal SignedIn user) {
        drafts.delete(business, id, again);
        typed.drop(business, user.login(), id.toString());
        return "redirect:/invoices?standing=DRAFT";
    }

    @PostMapping("/drafts/{id}/discard")
    @Needs(Power.DOCUMENTS)
    String discard(BusinessId business, @PathVariable DocumentId id, @AuthenticationPrincipal SignedIn user) {
        if (drafts.find(business, id).isEmpty()) documents.find(business, id).orElseThrow(NotHere::new);
        typed.drop(business, user.login(), id.toString());
        return "redirect:/drafts/" + id;
    }

    private LocalDate day(Business business, Map<String, String> fields) {
        return form(business, fields).date();
    }

    private void forget(BusinessId business, SignedIn user, Map<String, String> fields) {
        String id = fields.getOrDefault("id", "");
        typed.drop(business, user.login(), id.isEmpty() ? NEW : id);
    }

    private Draft toDraft(Business business, Map<String, String> fields) {
        DocumentForm form = form(business, fields);
        String id = form.get("id", form.get("key", Ids.next().toString()));
        String over = form.get("over", form.get("revision"));
        PaperFigures.of(form, settings.rates(business.id(), form), form.date());
        Draft typed = form.toDraft(
                DocumentId.valueOf(id),
                settings.usualTerms(business.id(), form),
                over.matches("\\d{1,9}") ? Integer.parseInt(over) : 0);
        return drafts.find(business.id(), typed.id()).map(typed::like).orElse(typed);
    }

    private DocumentForm form(Business business, Map<String, String> fields) {
        return new DocumentForm(fields, settings.of(business, fields));
    }

    private void show(Business business, Map<String, String> fields, Draft draft, Model model) {
        DocumentForm form = form(business, fields);
        BusinessId id = business.id();
        Customer customer = form.get("customer").isEmpty()
                ? null
                : customers.find(id, CustomerId.valueOf(form.get("customer"))).orElse(null);
        List<KeptTerms> terms = setup.terms(id);
        KeptTerms chosen = settings.terms(id, form, terms);
        LocalDate date = form.date();
        PaperFigures figures = PaperFigures.of(form, settings.rates(id, form), date);
        model.addAttribute("figures", figures);
        model.addAttribute("title", draft == null ? "New invoice" : "Draft invoice");
        if (draft != null) {
            model.addAttribute("saved", draft.revision());
            model.addAttribute(
                    "differences", FormDrafts.differences(fields, DocumentForm.fields(draft), draft.revision()));
        }
        model.addAttribute("form", form);
        model.addAttribute("draft", draft);
        model.addAttribute("customer", customer);
        model.addAttribute("business", business);
        model.addAttribute("termsList", terms);
        model.addAttribute("chosenTerms", chosen);
        model.addAttribute("termsFrom", settings.termsFrom(id, form, terms, chosen));
        model.addAttribute("billed", settings.billed(id, form).orElse(null));
        divided.show(business, form, chosen, figures.gross(), model);
        model.addAttribute("items", settings.suggested(id, ""));
        model.addAttribute("prepared", prepared.all(id));
        model.addAttribute(
                "standing", customer == null ? List.of() : standing.of(id, customer.id(), DocumentKind.INVOICE, date));
        model.addAttribute(
                "priceWorkings",
                TypedLines.priceWorkings(fields, settings.items(id, fields), settings.sale(business, fields)));
        model.addAttribute("modes", PriceMode.values());
        model.addAttribute("rates", rates(id, date));
        model.addAttribute("credit", customer == null ? List.of() : payments.creditOf(id, customer.id()));
        rehearse(business, form, draft, chosen, customer, model);
    }

    /** What issuing it now would do, as soon as the paper is complete. */
    private void rehearse(
            Business business, DocumentForm form, Draft draft, KeptTerms chosen, Customer customer, Model model) {
        if (customer == null || form.lines().isEmpty() || form.hasProblems()) return;
        try {
            DocumentId id = draft == null ? new DocumentId(Ids.next()) : draft.id();
            int revision = draft == null ? 0 : draft.revision();
            model.addAttribute("rehearsal", drafts.rehearse(business.id(), form.toDraft(id, chosen.id(), revision)));
        } catch (Refusal notYet) {
            model.addAttribute("notYet", notYet.sentence());
        }
    }

    private List<TaxRate> rates(BusinessId business, LocalDate date) {
        return setup.taxRates(business).rates().stream()
                .filter(r -> r.isValidOn(date))
                .sorted(Comparator.comparing(TaxRate::percent).reversed())
                .toList();
    }
}
