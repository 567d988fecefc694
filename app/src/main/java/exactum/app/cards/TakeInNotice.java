package exactum.app.cards;

import com.standardwebhooks.Webhook;
import com.standardwebhooks.exceptions.EmptyWebhookSecretException;
import com.standardwebhooks.exceptions.WebhookVerificationException;
import exactum.app.installation.BusinessClock;
import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.core.ids.ProcessorId;
import java.net.http.HttpHeaders;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Takes in a signed notice of the processor (Standard Webhooks 1.0): the signature and its age are checked, it is
 * stored once, and what it says is done in the same transaction. A replay changes nothing.
 */
@Component
public class TakeInNotice {
    private final FindSetup setup;
    private final CollectionStore collections;
    private final NoticeStore notices;
    private final SettleSale settle;
    private final BusinessClock clock;
    private final JsonMapper json;

    TakeInNotice(
            FindSetup setup,
            CollectionStore collections,
            NoticeStore notices,
            SettleSale settle,
            BusinessClock clock,
            JsonMapper json) {
        this.setup = setup;
        this.collections = collections;
        this.notices = notices;
        this.settle = settle;
        this.clock = clock;
        this.json = json;
    }

    /** The three headers of a notice. */
    public record Headers(String id, String timestamp, String signature) {}

    /** What became of a notice. */
    public enum Outcome {
        TAKEN_IN,
        SEEN_BEFORE,
        NOT_KNOWN_HERE,
        NOT_GENUINE
    }

    @Transactional
    public Outcome take(ProcessorId processorId, Headers headers, String body) {
        Optional<ProcessorAccount> processor = setup.findProcessor(processorId);
        if (processor.isEmpty() || !isGenuine(processor.get(), headers, body)) return Outcome.NOT_GENUINE;
        Optional<JsonNode> event = parse(body);
        if (event.isEmpty()) return Outcome.NOT_GENUINE;
        String kind = event.get().path("type").asString("unnamed");
        Instant sentAt = Instant.ofEpochSecond(Long.parseLong(headers.timestamp()));
        if (!notices.note(processor.get(), headers.id(), kind, body, sentAt)) return Outcome.SEEN_BEFORE;
        String outcome = act(processor.get(), kind, event.get().path("data"));
        notices.setOutcome(processor.get(), headers.id(), outcome);
        return outcome.startsWith("not known") ? Outcome.NOT_KNOWN_HERE : Outcome.TAKEN_IN;
    }

    private String act(ProcessorAccount processor, String kind, JsonNode data) {
        return switch (kind) {
            case "sale.succeeded" -> {
                Processor.Sale sale = Processor.sale(data);
                Optional<Collection> collection =
                        collections.findByCheckout(processor.business(), processor.id(), sale.checkout());
                if (collection.isEmpty()) yield "not known here: no collection has checkout " + sale.checkout();
                yield settle.settle(processor, collection.get(), sale)
                        ? "payment taken in"
                        : "payment was there already";
            }
            case "sale.declined" -> {
                Optional<Collection> collection = collections.findByCheckout(
                        processor.business(),
                        processor.id(),
                        data.path("checkout").asString(""));
                if (collection.isEmpty()) yield "not known here: no such checkout";
                collections.refused(collection.get(), data.path("reason").asString("refused"));
                yield "refusal noted";
            }
            default -> "not known here: kept and left alone";
        };
    }

    private boolean isGenuine(ProcessorAccount processor, Headers headers, String body) {
        if (headers.id() == null
                || headers.id().length() > 200
                || headers.timestamp() == null
                || headers.signature() == null) return false;
        if (!headers.timestamp().matches("\\d{1,12}")) return false;
        long age = clock.now().getEpochSecond() - Long.parseLong(headers.timestamp());
        if (Math.abs(age) > 300) return false;
        try {
            new Webhook(processor.access().signingSecret())
                    .verify(
                            body,
                            HttpHeaders.of(
                                    Map.of(
                                            "webhook-id",
                                            List.of(headers.id()),
                                            "webhook-timestamp",
                                            List.of(headers.timestamp()),
                                            "webhook-signature",
                                            List.of(headers.signature())),
                                    (name, value) -> true));
            return true;
        } catch (WebhookVerificationException | EmptyWebhookSecretException wrong) {
            return false;
        }
    }

    private Optional<JsonNode> parse(String body) {
        try {
            return Optional.of(json.readTree(body));
        } catch (JacksonException broken) {
            return Optional.empty();
        }
    }
}
