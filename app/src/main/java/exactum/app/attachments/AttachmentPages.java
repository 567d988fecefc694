package exactum.app.attachments;

import exactum.app.web.NotHere;
import exactum.core.ids.BusinessId;
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
    ResponseEntity<byte[]> open(BusinessId business, @PathVariable UUID id, @PathVariable UUID file) {
        return file(
                attachments.of(business, id).stream()
                        .filter(a -> a.id().equals(file))
                        .findFirst()
                        .orElseThrow(NotHere::new),
                attachments.content(business, id, file).orElseThrow(NotHere::new));
    }

    /** A file to be saved, never shown within a page of ours. */
    public static ResponseEntity<byte[]> file(Attachments.Attached file, byte[] content) {
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
