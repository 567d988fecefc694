package exactum.app.cards;

import exactum.app.setup.ProcessorAccount;
import exactum.core.card.ProcessorPort;
import exactum.core.problem.Refusal;
import exactum.core.text.CleanText;
import exactum.core.text.TextKind;
import java.util.Optional;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.web.client.RestClientException;
import tools.jackson.databind.JsonNode;

/** Does what one notice of the processor says, of those that tell of no sale, and words what was done. A replay changes nothing. */
@Component
class ActOnNotice {
    private final CollectionStore collections;
    private final KeepCard keep;
    private final ApplicationEventPublisher events;

    ActOnNotice(CollectionStore collections, KeepCard keep, ApplicationEventPublisher events) {
        this.events = events;
        this.collections = collections;
        this.keep = keep;
    }

    String act(ProcessorAccount processor, String kind, JsonNode data) {
        return switch (kind) {
            case "sale.declined" -> declined(processor, data);
            case "card.kept" -> kept(processor, data);
            case "card.updated" -> updated(processor, data);
            case "refund.failed" -> refundFailed(processor, data);
            case "chargeback.opened", "chargeback.won", "chargeback.lost" -> contested(processor, data);
            default -> "kept, not acted on: notices of this kind are not known here";
        };
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

    private String refundFailed(ProcessorAccount processor, JsonNode data) {
        try {
            ProcessorPort.Refunded refund = ProcessorJson.refunded(data.path("refund"));
            events.publishEvent(new RefundFailed(
                    processor, refund.reference(), refund.amount(), ProcessorJson.words(data.path("reason"))));
            return "refund taken back into the books, if it was in them";
        } catch (Refusal malformed) {
            return "kept, not acted on: " + malformed.sentence();
        }
    }

    private String contested(ProcessorAccount processor, JsonNode data) {
        try {
            events.publishEvent(new Contested(processor, ProcessorJson.chargeback(data)));
            return "chargeback noted";
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
}
