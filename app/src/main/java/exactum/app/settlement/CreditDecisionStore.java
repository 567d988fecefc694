package exactum.app.settlement;

import exactum.app.daysheet.Wanted;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Credit that could be used now. */
@Component
class CreditDecisionStore {
    private static final String CREDIT =
            "select m.customer_id, m.currency, sum(m.left_minor) as minor, min(m.means_on) as since from means m where m.business_id = {0} and m.left_minor > 0 and m.kind in ('receipt', 'credit note') and m.reserved_for is null group by 1, 2";
    private final DSLContext db;

    CreditDecisionStore(DSLContext db) {
        this.db = db;
    }

    /** A customer's credit, with the document it could be used for: the one that is due first. */
    record Usable(
            CustomerId customer, String name, LocalDate since, Money credit, DocumentId document, String number) {}

    int count(BusinessId business, Wanted wanted) {
        return db.fetchSingle(
                        "select count(*) from (" + CREDIT
                                + ") m where exists (select 1 from claim c where c.business_id = {0} and c.customer_id = m.customer_id and c.currency = m.currency and c.left_minor > 0) and {1}",
                        DSL.inline(business.value()),
                        rows(wanted))
                .get(0, Integer.class);
    }

    List<Usable> usable(BusinessId business, Wanted wanted) {
        return db.fetch(
                        "select c.id, c.name, m.currency, m.minor, m.since, f.document_id, f.number from (" + CREDIT
                                + ") m join customer c on c.business_id = {0} and c.id = m.customer_id"
                                + " join lateral (select k.document_id, d.number from claim k join document d on d.business_id = k.business_id and d.id = k.document_id"
                                + " where k.business_id = {0} and k.customer_id = m.customer_id and k.currency = m.currency and k.left_minor > 0 order by k.due_date, d.number limit 1) f on true"
                                + " where {2} order by m.minor desc limit {1}",
                        DSL.inline(business.value()),
                        DSL.inline(wanted.most()),
                        rows(wanted))
                .map(r -> new Usable(
                        new CustomerId(r.get("id", UUID.class)),
                        r.get("name", String.class),
                        r.get("since", LocalDate.class),
                        Money.ofMinor(
                                r.get("currency", String.class),
                                r.get("minor", BigDecimal.class).longValueExact()),
                        new DocumentId(r.get("document_id", UUID.class)),
                        r.get("number", String.class)));
    }

    private static Condition rows(Wanted wanted) {
        return wanted.rows(CreditDecisions.KEY, DSL.field("m.customer_id"));
    }
}
