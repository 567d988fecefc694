package exactum.app.cards;

import exactum.core.ids.ProcessorId;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RestController;

/** Where the processor's notices arrive. */
@RestController
class HookEndpoint {
    private static final int LARGEST = 65_536;
    private final TakeInNotice takeIn;

    HookEndpoint(TakeInNotice takeIn) {
        this.takeIn = takeIn;
    }

    @PostMapping("/hooks/processor/{id}")
    ResponseEntity<ProblemDetail> notice(
            @PathVariable ProcessorId id,
            @RequestHeader(name = "webhook-id", required = false) String eventId,
            @RequestHeader(name = "webhook-timestamp", required = false) String timestamp,
            @RequestHeader(name = "webhook-signature", required = false) String signature,
            InputStream body)
            throws IOException {
        byte[] content = body.readNBytes(LARGEST + 1);
        if (content.length > LARGEST)
            return problem(HttpStatus.CONTENT_TOO_LARGE, "The notice is larger than 64 KB. It was not stored.");
        return switch (takeIn.take(
                id,
                new TakeInNotice.Headers(eventId, timestamp, signature),
                new String(content, StandardCharsets.UTF_8))) {
            case TAKEN_IN, SEEN_BEFORE -> ResponseEntity.noContent().build();
            case KEPT -> ResponseEntity.accepted().build();
            case NOT_GENUINE ->
                problem(
                        HttpStatus.BAD_REQUEST,
                        "The signature is wrong or older than five minutes. The notice was not stored.");
        };
    }

    private static ResponseEntity<ProblemDetail> problem(HttpStatus status, String sentence) {
        return ResponseEntity.status(status).body(ProblemDetail.forStatusAndDetail(status, sentence));
    }
}
