package exactum.app.cards;

import com.standardwebhooks.Webhook;
import com.standardwebhooks.exceptions.EmptyWebhookSecretException;
import com.standardwebhooks.exceptions.WebhookVerificationException;
import exactum.app.installation.BusinessClock;
import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.core.card.CardNumber;
import exactum.core.card.ProcessorPort;
import exactum.core.ids.CollectionId;
import exactum.core.ids.ProcessorId;
import exactum.core.problem.Refusal;
import exactum.core.text.CleanText;
import exactum.core.text.TextKind;
import java.net.http.HttpHeaders;
import java.time.Instant;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.client.RestClientException;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Takes in a signed notice of the processor (Standard Webhooks 1.0): the signature and its age are checked, it is
 * stored once, and what it says is done in the same transaction. A replay changes nothing.
 */
@Component
public class TakeInNotice {
    private static final int LONGEST_ID = 200;
    private final FindSetup setup;
    private final CollectionStore collections;
    private final NoticeStore notices;
    private final SettleSale settle;
    private final CaptureAuthorisation captures;
    private final KeepCard keep;
    private final BusinessClock clock;
    private final JsonMapper json;

    TakeInNotice(
            FindSetup setup,
            CollectionStore collections,
            NoticeStore notices,
            SettleSale settle,
            CaptureAuthorisation captures,
            KeepCard keep,
            BusinessClock clock,
            JsonMapper json) {
        this.setup = setup;
        this.collections = collections;
        this.notices = notices;
        this.settle = settle;
        this.captures = captures;
        this.keep = keep;
        this.clock = clock;
        this.json = json;
    }

    /** The three headers of a notice. */
    public record Headers(String id, String timestamp, String signature) {}

    /** What became of a notice. */
    public enum Outcome {
        TAKEN_IN,
        SEEN_BEFORE,
        KEPT,
        NOT_GENUINE
    }

    @Transactional
    public Outcome take(ProcessorId processorId, Headers headers, String body) {
        Optional<ProcessorAccount> processor = setup.findProcessor(processorId);
        if (processor.isEmpty() || !isGenuine(processor.get(), headers, body)) return Outcome.NOT_GENUINE;
        Optional<JsonNode> event = parse(body);
        String kind = event.map(e -> e.path("type").asString(""))
                .map(k -> CleanText.harmless(k, TextKind.CODE.most()))
                .filter(k -> !k.isEmpty())
                .orElse("unnamed");
        Instant sentAt = Instant.ofEpochSecond(Long.parseLong(headers.timestamp()));
        if (!notices.note(
                processor.get(),
                CleanText.harmless(headers.id(), LONGEST_ID),
                kind,
                CardNumber.masked(body.replace('\0', '\uFFFD')),
                sentAt)) return Outcome.SEEN_BEFORE;
        String outcome = event.isEmpty()
                ? "kept, not acted on: it is not JSON"
                : act(processor.get(), kind, event.get().path("data"));
        notices.setOutcome(processor.get(), CleanText.harmless(headers.id(), LONGEST_ID), outcome);
        return outcome.startsWith("kept") ? Outcome.KEPT : Outcome.TAKEN_IN;
    }

    private String act(ProcessorAccount processor, String kind, JsonNode data) {
        return switch (kind) {
            case "sale.succeeded" -> succeeded(processor, data);
            case "sale.declined" -> declined(processor, data);
            case "card.kept" -> kept(processor, data);
            case "card.updated" -> updated(processor, data);
            default -> "kept, not acted on: notices of this kind are not known here";
        };
    }

    private String succeeded(ProcessorAccount processor, JsonNode data) {
        ProcessorPort.Sale sale;
        try {
            sale = ProcessorJson.sale(data);
        } catch (Refusal malformed) {
            return "kept, not acted on: " + malformed.sentence();
        }
        Optional<Collection> collection = of(processor, sale);
        if (collection.isEmpty())
            return "kept, not acted on: no collection has "
                    + (sale.page() == null ? "key " + sale.key() : "checkout " + sale.page());
        Currency asked = collection.get().amount().currency();
        if (!sale.amount().currency().equals(asked))
            return "kept, not acted on: it is in %s, and %s was asked for"
                    .formatted(sale.amount().currency(), asked);
        return settle.settle(processor, collection.get(), sale) ? "payment taken in" : "payment was there already";
    }

    /** The collection whose page it was made on, or whose key it carries. */
    private Optional<Collection> of(ProcessorAccount processor, ProcessorPort.Sale sale) {
        if (sale.page() != null)
            return collections
                    .findByCheckout(processor.business(), processor.id(), sale.page())
                    .or(() -> captures.ofSale(processor, sale));
        return Optional.ofNullable(sale.key())
                .filter(k -> k.matches("[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}"))
                .flatMap(k -> collections.find(processor.business(), CollectionId.valueOf(k)))
                .filter(c -> c.checkout().processor().equals(processor.id()));
    }

    private String kept(ProcessorAccount processor, JsonNode data) {
        try {
            ProcessorPort.KeptCard card = ProcessorJson.card(data.path("card"));
            String page = ProcessorJson.reference(data, "checkout");
            return keep.onPage(processor, page, card)
                    ? "card kept"
                    : "kept, not acted on: no card was asked for on " + page;
        } catch (Refusal | RestClientException malformed) {
            return "kept, not acted on: " + malformed.getMessage();
        }
    }

    /** The issuer replaced a card: the token goes on, with another month. */
    private String updated(ProcessorAccount processor, JsonNode data) {
        try {
            ProcessorPort.KeptCard card = ProcessorJson.card(data.path("card"));
            return keep.updated(processor, card) ? "card updated" : "kept, not acted on: no card has this token";
        } catch (Refusal malformed) {
            return "kept, not acted on: " + malformed.sentence();
        }
    }

    private String declined(ProcessorAccount processor, JsonNode data) {
        String checkout = CleanText.harmless(data.path("checkout").asString(""), TextKind.NAME.most());
        Optional<Collection> collection = collections.findByCheckout(processor.business(), processor.id(), checkout);
        if (collection.isEmpty()) return "kept, not acted on: no collection has checkout " + checkout;
        String reason = ProcessorJson.words(data.path("reason"));
        collections.refused(collection.get(), reason.isEmpty() ? "refused" : reason);
        return "refusal noted";
    }

    private boolean isGenuine(ProcessorAccount processor, Headers headers, String body) {
        if (headers.id() == null
                || headers.id().length() > LONGEST_ID
                || CleanText.harmless(headers.id(), LONGEST_ID).isEmpty()
                || headers.timestamp() == null
                || headers.signature() == null) return false;
        if (!headers.timestamp().matches("\\d{1,12}")) return false;
        long age = clock.now().getEpochSecond() - Long.parseLong(headers.timestamp());
        if (Math.abs(age) > 300) return false;
        String former = processor.access().formerSecret();
        return isSigned(processor.access().signingSecret(), headers, body)
                || former != null && isSigned(former, headers, body);
    }

    private static boolean isSigned(String secret, Headers headers, String body) {
        try {
            new Webhook(secret)
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
        } catch (WebhookVerificationException | EmptyWebhookSecretException | IllegalArgumentException wrong) {
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
