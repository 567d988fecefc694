package exactum.app.messages;

import exactum.app.business.Business;
import exactum.app.daysheet.Decision;
import exactum.app.daysheet.DecisionSource;
import exactum.app.text.Texts;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import java.util.stream.Stream;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Messages that are held for want of an address, or could not be delivered. */
@Component
class MessageDecisions implements DecisionSource {
    private static final int MOST = 40;
    private final DSLContext db;

    MessageDecisions(DSLContext db) {
        this.db = db;
    }

    @Override
    public List<Decision> decisions(LocalDate today) {
        return Stream.concat(held().stream(), failed().stream()).toList();
    }

    private List<Decision> held() {
        return db.fetch("""
                        select c.id, c.name, c.email, c.currency, min(m.send_on) as since, count(*) as messages, sum(i.gross_minor - i.settled_minor) as minor
                          from message m join customer c on c.business_id = m.business_id and c.id = m.customer_id join invoice i on i.business_id = m.business_id and i.id = m.invoice_id
                         where m.business_id = {0} and m.state = 'held' group by c.id, c.name, c.email, c.currency order by minor desc limit {1}
                        """, DSL.inline(Business.ID), DSL.inline(MOST)).map(r -> {
            boolean hasAddress = r.get("email") != null;
            UUID customer = r.get("id", UUID.class);
            String waits = Texts.count(r.get("messages", Long.class), "message waits", "messages wait");
            return new Decision(
                    "Agree",
                    "draft",
                    hasAddress ? "There is an address now; " + waits + " to be sent" : "No e-mail address: " + waits,
                    r.get("name", String.class),
                    r.get("since", LocalDate.class),
                    r.get("currency", String.class),
                    r.get("minor", Long.class),
                    "/customers/" + customer,
                    hasAddress ? "Rehearse sending" : "Add address",
                    hasAddress ? "/messages/held/" + customer : "/customers/" + customer + "#email",
                    false);
        });
    }

    private List<Decision> failed() {
        return db.fetch("""
                        select m.id, c.name, m.send_on, i.currency, i.gross_minor, i.number, m.last_error from message m join customer c on c.business_id = m.business_id and c.id = m.customer_id
                          join invoice i on i.business_id = m.business_id and i.id = m.invoice_id where m.business_id = {0} and m.state = 'failed' limit {1}
                        """, DSL.inline(Business.ID), DSL.inline(MOST))
                .map(m -> new Decision(
                        "Bill",
                        "back",
                        "The message of %s could not be delivered: %s".formatted(m.get("number"), m.get("last_error")),
                        m.get("name", String.class),
                        m.get("send_on", LocalDate.class),
                        m.get("currency", String.class),
                        m.get("gross_minor", Long.class),
                        "/messages/" + m.get("id"),
                        "Try again",
                        "/messages/" + m.get("id") + "/retry",
                        true));
    }
}
