package exactum.app.messages;

import exactum.app.daysheet.Wanted;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.money.Money;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** What decisions need to know of messages. */
@Component
class MessageDecisionStore {
    private final DSLContext db;

    MessageDecisionStore(DSLContext db) {
        this.db = db;
    }

    /** The held messages of one customer. */
    record Held(CustomerId customer, String name, boolean hasAddress, LocalDate since, long messages, Money amount) {}

    int customersHeld(BusinessId business, Wanted wanted) {
        return db.fetchSingle(
                        "select count(distinct customer_id) from message m where business_id = {0} and state = 'held' and {1}",
                        DSL.inline(business.value()), held(wanted))
                .get(0, Integer.class);
    }

    /** How many messages in a state are wanted. */
    int count(BusinessId business, MessageState state, Wanted wanted, String prefix) {
        return db.fetchSingle(
                        "select count(*) from message where business_id = {0} and state = {1} and {2}",
                        DSL.inline(business.value()), DSL.inline(state.words()), wanted.rows(prefix, DSL.field("id")))
                .get(0, Integer.class);
    }

    /** Somebody who has an address by now, and how many messages are held for them. */
    record Reachable(CustomerId customer, String name, String email, long messages) {}

    private static final String REACHABLE =
            " from message m join customer c on c.business_id = m.business_id and c.id = m.customer_id where m.business_id = {0} and m.state = 'held' and coalesce(c.invoice_to[1], c.email) is not null";

    /** Those with most of them, so many. */
    List<Reachable> waitingForRelease(BusinessId business, int most) {
        return db.fetch(
                        "select c.id, c.name, coalesce(c.invoice_to[1], c.email), count(*)" + REACHABLE
                                + " group by c.id, c.name, c.invoice_to, c.email order by 4 desc, 2 limit {1}",
                        DSL.inline(business.value()),
                        DSL.inline(most))
                .map(r -> new Reachable(
                        new CustomerId(r.get(0, UUID.class)),
                        r.get(1, String.class),
                        r.get(2, String.class),
                        r.get(3, Long.class)));
    }

    /** How many messages could be freed now. */
    int countReachable(BusinessId business) {
        return db.fetchSingle("select count(*)::int" + REACHABLE, DSL.inline(business.value()))
                .get(0, Integer.class);
    }

    List<Money> heldSums(BusinessId business, Wanted wanted) {
        return db.fetch("""
                        select d.currency, sum(d.gross_minor) as minor from message m join message_about a on a.business_id = m.business_id and a.message_id = m.id
                          join document d on d.business_id = a.business_id and d.id = a.document_id where m.business_id = {0} and m.state = 'held' and {1} group by 1 order by 1
                        """, DSL.inline(business.value()), held(wanted))
                .map(r -> Money.ofMinor(
                        r.get(0, String.class), r.get(1, BigDecimal.class).longValueExact()));
    }

    List<Held> held(BusinessId business, Wanted wanted) {
        return db.fetch("""
                        select c.id, c.name, coalesce(c.invoice_to[1], c.email) as email, c.currency, min(m.send_on) as since, count(distinct m.id) as messages, coalesce(sum(d.gross_minor) filter (where d.currency = c.currency), 0) as minor
                          from message m join customer c on c.business_id = m.business_id and c.id = m.customer_id
                          join message_about a on a.business_id = m.business_id and a.message_id = m.id join document d on d.business_id = a.business_id and d.id = a.document_id
                         where m.business_id = {0} and m.state = 'held' and {2} group by c.id, c.name, c.invoice_to, c.email, c.currency order by minor desc limit {1}
                        """, DSL.inline(business.value()), DSL.inline(wanted.most()), held(wanted))
                .map(r -> new Held(
                        new CustomerId(r.get("id", UUID.class)),
                        r.get("name", String.class),
                        r.get("email") != null,
                        r.get("since", LocalDate.class),
                        r.get("messages", Long.class),
                        Money.ofMinor(
                                r.get("currency", String.class),
                                r.get("minor", BigDecimal.class).longValueExact())));
    }

    private static Condition held(Wanted wanted) {
        return wanted.rows(MessageDecisions.HELD, DSL.field("m.customer_id"));
    }
}
