package exactum.app.documents;

import exactum.app.approvals.ApprovalKind;
import exactum.app.approvals.Approvals;
import exactum.app.business.Business;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.database.Ids;
import exactum.app.security.SignedIn;
import exactum.app.web.NotHere;
import exactum.core.document.DocumentKind;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import jakarta.servlet.http.HttpServletRequest;
import java.util.HashMap;
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

/** One document of any kind: the paper it is typed on, saved as a draft, rehearsed while it is typed, issued. */
@Controller
class DraftPages {
    private final Drafts drafts;
    private final FormDrafts typed;
    private final UnsavedPaper unsaved;
    private final FindDocuments documents;
    private final Approvals approvals;
    private final PaperSettings settings;
    private final PreparedDocuments prepared;
    private final JoinStanding standing;
    private final DividedPaper divided;
    private final StartPaper start;
    private final DraftPaper paper;

    DraftPages(
            Drafts drafts,
            FormDrafts typed,
            UnsavedPaper unsaved,
            FindDocuments documents,
            Approvals approvals,
            PaperSettings settings,
            PreparedDocuments prepared,
            JoinStanding standing,
            DividedPaper divided,
            StartPaper start,
            DraftPaper paper) {
        this.drafts = drafts;
        this.typed = typed;
        this.unsaved = unsaved;
        this.documents = documents;
        this.approvals = approvals;
        this.settings = settings;
        this.prepared = prepared;
        this.standing = standing;
        this.divided = divided;
        this.start = start;
        this.paper = paper;
    }

    @GetMapping({"/invoices/new", "/quotes/new", "/credit-notes/new", "/cash-sales/new"})
    @Needs(Power.DOCUMENTS)
    String fresh(
            Business business,
            @RequestParam Optional<CustomerId> customer,
            @RequestParam(defaultValue = "false") boolean over,
            @RequestParam(name = "prepared", defaultValue = "") String from,
            @RequestParam(defaultValue = "") String like,
            @RequestParam(defaultValue = "") String credits,
            @RequestParam(defaultValue = "") String replaces,
            @AuthenticationPrincipal SignedIn user,
            HttpServletRequest http,
            Model model) {
        String uri = http.getRequestURI().replaceFirst("/new$", "");
        DocumentKind kind = PaperKind.at(uri.substring(uri.lastIndexOf('/') + 1));
        if (over || !like.isEmpty() || !credits.isEmpty() || !replaces.isEmpty())
            unsaved.forget(business.id(), user.login(), PaperKind.form(kind));
        Map<String, String> fields = new HashMap<>(
                unsaved.find(business.id(), user.login(), PaperKind.form(kind)).orElse(Map.of()));
        boolean begun = !fields.getOrDefault("customer", "").isEmpty()
                || !TypedLines.descriptions(fields).isEmpty();
        model.addAttribute("typedBefore", begun && like.isEmpty() && credits.isEmpty() && replaces.isEmpty());
        if (fields.isEmpty()) start.begin(business.id(), kind, fields);
        if (!replaces.isEmpty()) start.replacing(business.id(), replaces, fields);
        else if (!like.isEmpty()) start.likeDocument(business.id(), like, fields);
        if (!credits.isEmpty()) start.crediting(business.id(), credits, fields);
        fields.putIfAbsent("key", Ids.next().toString());
        customer.ifPresent(c -> fields.put("customer", c.toString()));
        fields.put("prepared", from);
        complete(business, fields);
        typed.save(business.id(), user.login(), PaperKind.form(kind), fields);
        paper.show(business, fields, null, PaperRows.fresh(), model);
        return "documents/paper";
    }

    /** What a paper has by itself: a prepared document, standing lines, the prices of the catalogue. */
    private void complete(Business business, Map<String, String> fields) {
        prepared.add(business.id(), fields);
        if (fields.getOrDefault("credits", "").isEmpty())
            standing.join(business.id(), fields, DocumentForm.kind(fields), settings.day(business.id(), fields));
        TypedLines.fillFromItems(fields, settings.items(business.id(), fields), settings.sale(business, fields));
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
        paper.show(business, fields, draft.get(), PaperRows.fresh(), model);
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
        PaperRows page = PaperRows.on(fields);
        settings.follow(fields);
        complete(business, fields);
        if (DocumentForm.kind(fields).asksLater()) divided.press(business, fields, model);
        typed.save(business.id(), user.login(), formKey(fields), fields);
        paper.show(business, fields, draft, page, model);
        return "documents/paper :: typed";
    }

    @PostMapping("/drafts")
    @Needs(Power.DOCUMENTS)
    String save(
            Business business,
            @RequestParam Map<String, String> fields,
            @RequestParam(defaultValue = "false") boolean another,
            @AuthenticationPrincipal SignedIn user) {
        Draft draft = paper.draft(business, fields);
        drafts.save(business.id(), draft);
        forget(business, user, fields);
        return another ? anotherOf(draft.kind()) : "redirect:/drafts/" + draft.id();
    }

    @PostMapping("/drafts/issue")
    @Needs(Power.DOCUMENTS)
    String issue(
            Business business,
            @RequestParam Map<String, String> fields,
            @RequestParam(defaultValue = "false") boolean send,
            @RequestParam(defaultValue = "false") boolean another,
            @AuthenticationPrincipal SignedIn user) {
        Draft draft = paper.draft(business, fields);
        Optional<Document> before = documents.find(business.id(), draft.id());
        if (before.isPresent()) return "redirect:/invoices/" + before.get().number();
        if (!drafts.mayIssue(business.id(), draft)) {
            forget(business, user, fields);
            return "redirect:/drafts/" + draft.id();
        }
        String number = issued(business.id(), draft, send);
        forget(business, user, fields);
        return another ? anotherOf(draft.kind()) : "redirect:/invoices/" + number;
    }

    private static String anotherOf(DocumentKind kind) {
        return "redirect:/" + PaperKind.place(kind) + "/new";
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
        DocumentKind kind = drafts.find(business, id).map(Draft::kind).orElse(DocumentKind.INVOICE);
        drafts.delete(business, id, again);
        typed.drop(business, user.login(), id.toString());
        return "redirect:" + PaperKind.list(kind) + "?standing=DRAFT";
    }

    @PostMapping("/drafts/{id}/discard")
    @Needs(Power.DOCUMENTS)
    String discard(BusinessId business, @PathVariable DocumentId id, @AuthenticationPrincipal SignedIn user) {
        if (drafts.find(business, id).isEmpty()) documents.find(business, id).orElseThrow(NotHere::new);
        typed.drop(business, user.login(), id.toString());
        return "redirect:/drafts/" + id;
    }

    private static String formKey(Map<String, String> fields) {
        String id = fields.getOrDefault("id", "");
        return id.isEmpty() ? PaperKind.form(DocumentForm.kind(fields)) : id;
    }

    private void forget(Business business, SignedIn user, Map<String, String> fields) {
        typed.drop(business.id(), user.login(), formKey(fields));
    }
}
