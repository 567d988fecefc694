package exactum.app.documents;

import exactum.app.daysheet.Wanted;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Invoices of which an open item is past its due day. */
@Component
class OverdueStore {
    private static final String OVERDUE = """
            select d.id, d.number, c.name, coalesce(c.reminder_to[1], c.email) as email, o.due, d.currency, o.minor,
                   (select max(m.send_on) from message m join message_about a on a.business_id = m.business_id and a.message_id = m.id
                     where m.business_id = d.business_id and a.document_id = d.id and m.kind = 'reminder') as reminded
              from (select document_id, min(due_date) as due, sum(left_minor) as minor from claim where business_id = {0} and left_minor > 0 and due_date < {1} and {3} and {4}
                     group by 1 order by sum(left_minor) desc, document_id limit {2}) o
              join document d on d.business_id = {0} and d.id = o.document_id join customer c on c.business_id = d.business_id and c.id = d.customer_id
             order by o.minor desc, d.id
            """;
    private static final String LESS_NOT_ASKED = """
            select (select coalesce(sum(documents), 0) from document_tally where business_id = {0} and open_due < {1})::int
                 - (select count(distinct c.document_id)::int from (
                        select document_id from dispute where business_id = {0} and closed_on is null
                        union all select document_id from promise where business_id = {0} and ended_on is null
                        union all select unnest({2})
                        union all select d.id from document d where d.business_id = {0} and %s) not_asked
                      join claim c on c.business_id = {0} and c.document_id = not_asked.document_id and c.left_minor > 0 and c.due_date < {1})
            """.formatted(CollectStore.COLLECTED);
    private final DSLContext db;

    OverdueStore(DSLContext db) {
        this.db = db;
    }

    /**
     * An overdue invoice.
     *
     * @param due when the earliest of what is overdue fell due
     * @param amount what of it is overdue
     * @param reminded when it was last sent again, or null
     */
    record Overdue(
            DocumentId id,
            String number,
            String customer,
            String email,
            LocalDate due,
            Money amount,
            LocalDate reminded) {}

    List<Overdue> find(BusinessId business, Wanted wanted) {
        return db.fetch(
                        OVERDUE,
                        DSL.inline(business.value()),
                        DSL.val(wanted.today()),
                        DSL.inline(wanted.most()),
                        rows(wanted),
                        asked())
                .map(r -> new Overdue(
                        new DocumentId(r.get("id", UUID.class)),
                        r.get("number", String.class),
                        r.get("name", String.class),
                        r.get("email", String.class),
                        r.get("due", LocalDate.class),
                        Money.ofMinor(r.get("currency", String.class), r.get("minor", Long.class)),
                        r.get("reminded", LocalDate.class)));
    }

    /** All are known from the tally of documents by the day on which they are due; only those that are not asked for are looked up. */
    int count(BusinessId business, Wanted wanted) {
        if (wanted.only() == null)
            return db.fetchSingle(
                            LESS_NOT_ASKED,
                            DSL.inline(business.value()),
                            DSL.val(wanted.today()),
                            DSL.val(wanted.hidden(OverdueDecisions.KEY)))
                    .get(0, Integer.class);
        return db.fetchSingle(
                        "select count(distinct document_id)::int from claim where business_id = {0} and left_minor > 0 and due_date < {1} and {2} and {3}",
                        DSL.inline(business.value()), DSL.val(wanted.today()), rows(wanted), asked())
                .get(0, Integer.class);
    }

    List<Money> sums(BusinessId business, Wanted wanted) {
        return db.fetch(
                        "select currency, sum(left_minor)::bigint as minor from claim where business_id = {0} and left_minor > 0 and due_date < {1} and {2} and {3} group by 1 order by 1",
                        DSL.inline(business.value()), DSL.val(wanted.today()), rows(wanted), asked())
                .map(r -> Money.ofMinor(r.get("currency", String.class), r.get("minor", Long.class)));
    }

    /** What we collect ourselves is a decision of its own. */
    private static Condition asked() {
        return notHeldBack()
                .andNot(DSL.condition(
                        "exists (select 1 from document d where d.business_id = claim.business_id and d.id = claim.document_id and "
                                + CollectStore.COLLECTED + ")"));
    }

    /** Who disputes it, or promised to pay, is not asked for it; a promise that was not kept is a decision of its own. */
    static Condition notHeldBack() {
        return DSL.condition(
                "not exists (select 1 from dispute x where x.business_id = claim.business_id and x.document_id = claim.document_id and x.closed_on is null)"
                        + " and not exists (select 1 from promise p where p.business_id = claim.business_id and p.document_id = claim.document_id and p.ended_on is null)");
    }

    private static Condition rows(Wanted wanted) {
        return wanted.rows(OverdueDecisions.KEY, DSL.field("document_id"));
    }
}
