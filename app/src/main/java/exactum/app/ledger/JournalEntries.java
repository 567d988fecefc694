package exactum.app.ledger;

import exactum.core.money.Money;
import java.util.Currency;
import java.util.UUID;
import tools.jackson.core.JsonGenerator;

/** Writes postings as they pass, those of an entry within its object; debits are above zero, credits below. */
final class JournalEntries {
    private final JsonGenerator out;
    private final Currency own;
    private UUID open;

    JournalEntries(JsonGenerator out, Currency own) {
        this.out = out;
        this.own = own;
    }

    void posting(JournalStore.Posted p) {
        if (!p.entry().equals(open)) {
            end();
            begin(p);
        }
        out.writeStartObject();
        out.writeStringProperty("account", p.account());
        if (!p.theirs().isEmpty()) out.writeStringProperty("theirAccount", p.theirs());
        out.writeStringProperty("currency", p.amount().currency().getCurrencyCode());
        out.writeStringProperty("amount", p.amount().plain());
        out.writeStringProperty(
                "ownAmount", Money.ofMinor(own.getCurrencyCode(), p.ownMinor()).plain());
        if (!p.customer().isEmpty()) out.writeStringProperty("customer", p.customer());
        if (!p.document().isEmpty()) out.writeStringProperty("document", p.document());
        if (!p.tags().isEmpty()) {
            out.writeArrayPropertyStart("tags");
            for (String tag : p.tags().split("; ")) out.writeString(tag);
            out.writeEndArray();
        }
        out.writeEndObject();
    }

    private void begin(JournalStore.Posted p) {
        open = p.entry();
        out.writeStartObject();
        out.writeStringProperty("id", p.entry().toString());
        out.writeStringProperty("countsOn", p.countsOn().toString());
        out.writeStringProperty("belongsTo", p.day().toString());
        out.writeStringProperty("event", p.event());
        out.writeStringProperty("memo", p.memo());
        if (p.undoes() != null) out.writeStringProperty("undoes", p.undoes().toString());
        out.writeArrayPropertyStart("postings");
    }

    /** Closes the entry that is open, if one is. */
    void end() {
        if (open == null) return;
        out.writeEndArray();
        out.writeEndObject();
        open = null;
    }
}
