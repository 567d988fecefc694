package exactum.app.attachments;

import exactum.app.web.NotHere;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import java.nio.charset.StandardCharsets;
import java.util.UUID;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;

/** Opens files that go with something. */
@Controller
public class AttachmentPages {
    private final Attachments attachments;

    AttachmentPages(Attachments attachments) {
        this.attachments = attachments;
    }

    @GetMapping("/attachments/{id}/{file}")
    ResponseEntity<byte[]> ofDocument(BusinessId business, @PathVariable DocumentId id, @PathVariable UUID file) {
        return open(business, GoesWith.document(id), file);
    }

    @GetMapping("/payments/{id}/attachments/{file}")
    ResponseEntity<byte[]> ofPayment(BusinessId business, @PathVariable MeansId id, @PathVariable UUID file) {
        return open(business, GoesWith.payment(id), file);
    }

    private ResponseEntity<byte[]> open(BusinessId business, GoesWith with, UUID file) {
        return attachments
                .find(business, with, file)
                .map(f -> saved(f, attachments.content(business, with, file).orElseThrow(NotHere::new)))
                .orElseThrow(NotHere::new);
    }

    /** A file to be saved, never shown within a page of ours. */
    public static ResponseEntity<byte[]> saved(Attachments.Attached file, byte[] content) {
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
}
