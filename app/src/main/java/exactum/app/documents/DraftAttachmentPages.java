package exactum.app.documents;

import exactum.app.attachments.AttachedFiles;
import exactum.app.attachments.Attachments;
import exactum.app.attachments.GoesWith;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.problem.Refusal;
import java.io.IOException;
import java.util.UUID;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** Files that go with a document are added and taken off while it is a draft. */
@Controller
class DraftAttachmentPages {
    private final Attachments attachments;
    private final FindDocuments documents;

    DraftAttachmentPages(Attachments attachments, FindDocuments documents) {
        this.attachments = attachments;
        this.documents = documents;
    }

    @PostMapping("/drafts/{id}/attachments")
    @Needs(Power.DOCUMENTS)
    String add(BusinessId business, @PathVariable DocumentId id, @RequestParam MultipartFile file, Model model)
            throws IOException {
        requireDraft(business, id);
        attachments.add(business, GoesWith.document(id), file.getOriginalFilename(), file.getBytes());
        return show(business, id, model);
    }

    @PostMapping("/drafts/{id}/attachments/{file}/remove")
    @Needs(Power.DOCUMENTS)
    String remove(BusinessId business, @PathVariable DocumentId id, @PathVariable UUID file, Model model) {
        requireDraft(business, id);
        attachments.remove(business, GoesWith.document(id), file);
        return show(business, id, model);
    }

    private void requireDraft(BusinessId business, DocumentId id) {
        if (documents.find(business, id).isPresent())
            throw new Refusal(
                    "attachment.issued", "It is issued, so what goes with it stays as it is. Nothing was changed.");
    }

    private String show(BusinessId business, DocumentId id, Model model) {
        model.addAttribute("attached", files(attachments, business, id));
        return "attachments/parts :: attached";
    }

    static AttachedFiles files(Attachments attachments, BusinessId business, DocumentId id) {
        var with = GoesWith.document(id);
        return new AttachedFiles(
                "/attachments/" + id,
                "/drafts/" + id + "/attachments",
                Power.DOCUMENTS,
                attachments.of(business, with));
    }
}
