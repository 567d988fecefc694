package exactum.app.customers;

import exactum.app.database.Slice;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.List;
import org.jooq.DSLContext;
import org.jooq.Record;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** How a customer stands, what comes next and what happened: questions across what the features keep. */
@Component
class HowWeStandStore {
    private static final String STAND = """
            select currency, sum(overdue)::bigint as overdue, sum(due)::bigint as due, sum(later)::bigint as later, sum(flight)::bigint as flight,
                   sum(credit)::bigint as credit, sum(security)::bigint as security from (
              select currency, case when due_date < {2} then left_minor else 0 end as overdue, case when due_date = {2} then left_minor else 0 end as due,
                     case when due_date > {2} then left_minor else 0 end as later, 0 as flight, 0 as credit, 0 as security
                from claim where business_id = {0} and customer_id = {1} and left_minor > 0
              union all select currency, 0, 0, 0, amount_minor, 0, 0 from collection where business_id = {0} and customer_id = {1} and state in ('planned', 'in flight')
              union all select currency, 0, 0, 0, 0, case when kind = 'security deposit' then 0 else left_minor end, case when kind = 'security deposit' then left_minor else 0 end
                from means where business_id = {0} and customer_id = {1} and left_minor > 0 and kind in ('receipt', 'credit note', 'security deposit')
            ) all_of_it group by currency order by currency
            """;
    private static final String NEXT = """
            select day, mark, words, href, currency, minor from (
              select r.next_date as day, 'draft' as mark, r.name || ' is billed' as words, '/recurring/' || r.id as href, null::text as currency, null::bigint as minor
                from recurring_invoice r where r.business_id = {0} and r.customer_id = {1} and r.state = 'active' and r.next_date is not null
              union all select c.due_date, 'issued', d.number || ' falls due', '/invoices/' || d.number, c.currency::text, c.left_minor
                from claim c join document d on d.business_id = c.business_id and d.id = c.document_id where c.business_id = {0} and c.customer_id = {1} and c.left_minor > 0 and c.due_date >= {2}
            ) next order by day, words limit {3}
            """;
    private static final String HAPPENED = """
            select d.document_date as day, case when d.state = 'void' then 'back' else 'issued' end as mark, initcap(d.kind) || ' ' || d.number || case when d.state = 'void' then ', void' else '' end as words,
                   '/invoices/' || d.number as href, d.currency::text as currency, case when d.kind = 'credit note' then -d.gross_minor else d.gross_minor end as minor, d.id as tie
              from document d where d.business_id = {0} and d.customer_id = {1} and d.state <> 'draft'
            union all select m.means_on, 'paid', 'Payment by ' || r.channel, '/payments/' || m.id, m.currency::text, -m.amount_minor, m.id
              from means m join receipt r on r.business_id = m.business_id and r.means_id = m.id where m.business_id = {0} and m.customer_id = {1}
            union all select t.taken_on, 'back', 'Payment ' || t.cause || case when t.reason = '' then '' else ': ' || t.reason end, '/payments/' || t.means_id, t.currency::text, t.amount_minor, t.id
              from take_back t join means m on m.business_id = t.business_id and m.id = t.means_id where t.business_id = {0} and m.customer_id = {1}
            union all select m.send_on, case m.state when 'failed' then 'back' when 'held' then 'draft' else 'flight' end, initcap(m.kind) || ' by e-mail, ' || m.state, '/messages/' || m.id, null, null, m.id
              from message m where m.business_id = {0} and m.customer_id = {1}
            """;
    private final DSLContext db;

    HowWeStandStore(DSLContext db) {
        this.db = db;
    }

    /** By currency; none where nothing is open or held. */
    List<HowWeStand> stand(BusinessId business, CustomerId customer, LocalDate today) {
        return db.fetch(STAND, DSL.inline(business.value()), DSL.val(customer.value()), DSL.val(today))
                .map(r -> {
                    String c = r.get("currency", String.class);
                    return new HowWeStand(
                            money(r, c, "overdue"),
                            money(r, c, "due"),
                            money(r, c, "later"),
                            money(r, c, "flight"),
                            money(r, c, "credit"),
                            money(r, c, "security"));
                });
    }

    /** What comes next, the soonest first. */
    List<TheirEvent> next(BusinessId business, CustomerId customer, LocalDate today, int most) {
        return db.fetch(NEXT, DSL.inline(business.value()), DSL.val(customer.value()), DSL.val(today), DSL.inline(most))
                .map(HowWeStandStore::event);
    }

    /** What happened, the latest first. */
    List<TheirEvent> happened(BusinessId business, CustomerId customer, Slice slice) {
        return db.fetch(
                        "select * from (" + HAPPENED + ") h order by day desc, tie desc offset {2} limit {3}",
                        DSL.inline(business.value()),
                        DSL.val(customer.value()),
                        DSL.inline(slice.skipped()),
                        DSL.inline(slice.most()))
                .map(HowWeStandStore::event);
    }

    int countHappened(BusinessId business, CustomerId customer) {
        return db.fetchSingle(
                        "select count(*)::int from (" + HAPPENED + ") h",
                        DSL.inline(business.value()),
                        DSL.val(customer.value()))
                .get(0, Integer.class);
    }

    private static Money money(Record r, String currency, String field) {
        return Money.ofMinor(currency, r.get(field, Long.class));
    }

    private static TheirEvent event(Record r) {
        String currency = r.get("currency", String.class);
        return new TheirEvent(
                r.get("day", LocalDate.class),
                r.get("mark", String.class),
                r.get("words", String.class),
                r.get("href", String.class),
                currency == null ? null : Money.ofMinor(currency, r.get("minor", Long.class)));
    }
}
