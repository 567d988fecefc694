package exactum.app.documents;

import exactum.core.document.Adjustment;
import exactum.core.money.Money;
import java.math.BigDecimal;
import java.util.List;
import org.jooq.JSONB;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Parties, manners and adjustments as JSON columns. */
@Component
public class Json {
    private static final TypeReference<List<StoredAdjustment>> ADJUSTMENTS = new TypeReference<>() {};
    private final JsonMapper json;

    Json(JsonMapper json) {
        this.json = json;
    }

    private record StoredAdjustment(String kind, String name, BigDecimal percent, Long minor) {}

    JSONB party(Party party) {
        return JSONB.valueOf(json.writeValueAsString(party));
    }

    Party party(JSONB stored) {
        return json.readValue(stored.data(), Party.class);
    }

    JSONB manner(Manner manner) {
        return JSONB.valueOf(json.writeValueAsString(manner));
    }

    Manner manner(JSONB stored) {
        return json.readValue(stored.data(), Manner.class);
    }

    /** Null for the usual way. */
    JSONB sending(Draft.Sending sending) {
        return sending.equals(Draft.Sending.USUAL) ? null : JSONB.valueOf(json.writeValueAsString(sending));
    }

    /** The usual way for null. */
    Draft.Sending sending(JSONB stored) {
        return stored == null ? Draft.Sending.USUAL : json.readValue(stored.data(), Draft.Sending.class);
    }

    /** Null for nothing. */
    JSONB particulars(Particulars particulars) {
        return particulars.equals(Particulars.NONE) ? null : JSONB.valueOf(json.writeValueAsString(particulars));
    }

    /** Nothing for null. */
    Particulars particulars(JSONB stored) {
        return stored == null ? Particulars.NONE : json.readValue(stored.data(), Particulars.class);
    }

    /** Null for none. */
    public JSONB adjustments(List<Adjustment> adjustments) {
        if (adjustments.isEmpty()) return null;
        return JSONB.valueOf(json.writeValueAsString(adjustments.stream()
                .map(a -> new StoredAdjustment(
                        a.kind().name(),
                        a.name(),
                        a.percent(),
                        a.amount() == null ? null : a.amount().minor()))
                .toList()));
    }

    /** None for null. */
    public List<Adjustment> adjustments(JSONB stored, String currency) {
        if (stored == null) return List.of();
        return json.readValue(stored.data(), ADJUSTMENTS).stream()
                .map(a -> new Adjustment(
                        Adjustment.Kind.valueOf(a.kind()),
                        a.name(),
                        a.percent(),
                        a.minor() == null ? null : Money.ofMinor(currency, a.minor())))
                .toList();
    }
}
