package exactum.app.documents;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.web.NotHere;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.problem.Refusal;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.UUID;
import org.springframework.http.ContentDisposition;
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

/** Files that go with a document: added and taken off while it is a draft, opened ever after. */
@Controller
class AttachmentPages {
    private final Attachments attachments;
    private final FindDocuments documents;

    AttachmentPages(Attachments attachments, FindDocuments documents) {
        this.attachments = attachments;
        this.documents = documents;
    }

    @PostMapping("/drafts/{id}/attachments")
    @Needs(Power.DOCUMENTS)
    String add(BusinessId business, @PathVariable DocumentId id, @RequestParam MultipartFile file, Model model)
            throws IOException {
        requireDraft(business, id);
        attachments.add(business, id, file.getOriginalFilename(), file.getBytes());
        return show(business, id, model);
    }

    @PostMapping("/drafts/{id}/attachments/{file}/remove")
    @Needs(Power.DOCUMENTS)
    String remove(BusinessId business, @PathVariable DocumentId id, @PathVariable UUID file, Model model) {
        requireDraft(business, id);
        if (attachments.content(business, id, file).isEmpty()) throw new NotHere();
        attachments.remove(business, id, file);
        return show(business, id, model);
    }

    @GetMapping("/attachments/{id}/{file}")
    ResponseEntity<byte[]> open(BusinessId business, @PathVariable DocumentId id, @PathVariable UUID file) {
        return file(
                attachments.of(business, id).stream()
                        .filter(a -> a.id().equals(file))
                        .findFirst()
                        .orElseThrow(NotHere::new),
                attachments.content(business, id, file).orElseThrow(NotHere::new));
    }

    /** A file to be saved, never shown within a page of ours. */
    static ResponseEntity<byte[]> file(Attachments.Attached file, byte[] content) {
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_OCTET_STREAM)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename(file.name(), StandardCharsets.UTF_8)
                                .build()
                                .toString())
                .body(content);
    }

    private void requireDraft(BusinessId business, DocumentId id) {
        if (documents.find(business, id).isPresent())
            throw new Refusal(
                    "attachment.issued", "It is issued, so what goes with it stays as it is. Nothing was changed.");
    }

    private String show(BusinessId business, DocumentId id, Model model) {
        model.addAttribute("attachments", attachments.of(business, id));
        model.addAttribute("paperId", id.toString());
        return "documents/lines :: attached";
    }
}
