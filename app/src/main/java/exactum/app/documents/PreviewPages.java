package exactum.app.documents;

import exactum.app.business.Business;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.installation.BusinessClock;
import exactum.app.messages.MessageKind;
import exactum.app.messages.NewMessage;
import exactum.app.messages.Outbox;
import exactum.app.security.SignedIn;
import exactum.core.ids.BusinessId;
import java.util.List;
import java.util.Map;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** What a payer would get of a paper that is typed: nothing is made, and nothing of it can be taken for the document. */
@Controller
class PreviewPages {
    private final LookAt lookAt;
    private final InvoiceLetters letters;
    private final DocumentPdfs pdfs;
    private final DraftPaper paper;
    private final Drafts drafts;
    private final FormDrafts typed;
    private final Outbox outbox;
    private final BusinessClock clock;
    private final TransactionTemplate transaction;

    PreviewPages(
            LookAt lookAt,
            InvoiceLetters letters,
            DocumentPdfs pdfs,
            DraftPaper paper,
            Drafts drafts,
            FormDrafts typed,
            Outbox outbox,
            BusinessClock clock,
            TransactionTemplate transaction) {
        this.lookAt = lookAt;
        this.letters = letters;
        this.pdfs = pdfs;
        this.paper = paper;
        this.drafts = drafts;
        this.typed = typed;
        this.outbox = outbox;
        this.clock = clock;
        this.transaction = transaction;
    }

    @GetMapping("/drafts/preview/pdf")
    ResponseEntity<byte[]> pdf(Business business, @RequestParam String form, @AuthenticationPrincipal SignedIn user) {
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_PDF)
                .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"draft.pdf\"")
                .body(pdfs.ofDraft(business.id(), lookAt.draft(business, user.login(), form)));
    }

    @GetMapping("/drafts/preview/message")
    String message(Business business, @RequestParam String form, @AuthenticationPrincipal SignedIn user, Model model) {
        Looked looked = lookAt.draft(business, user.login(), form);
        model.addAttribute("letter", letters.draft(business.id(), looked));
        model.addAttribute("to", looked.document().buyer().name());
        return "documents/message";
    }

    /** Sends whoever is signed in what the payer would get. The paper is saved for that, as a draft. */
    @PostMapping("/drafts/test-copy")
    @Needs(Power.DOCUMENTS)
    String testCopy(
            Business business, @RequestParam Map<String, String> fields, @AuthenticationPrincipal SignedIn user) {
        Draft draft = paper.draft(business, fields);
        BusinessId id = business.id();
        String to =
                user.login().contains("@") ? user.login() : business.identity().mailFrom();
        transaction.executeWithoutResult(s -> {
            drafts.save(id, draft);
            outbox.putOnce(
                    id,
                    NewMessage.to(
                            List.of(to),
                            MessageKind.TEST_COPY,
                            draft.customer(),
                            draft.id().value(),
                            clock.today(id),
                            List.of()));
        });
        String form = fields.getOrDefault("id", "");
        typed.drop(id, user.login(), form.isEmpty() ? PaperKind.form(draft.kind()) : form);
        return "redirect:/drafts/" + draft.id();
    }
}
